"use client";
import Link from "./Link";
import type { ComponentProps } from "react";
import { usePressedBy, type Command } from "./commands";

/** A button that a key presses too. */
export function KeyButton({
  pressedBy,
  ...props
}: ComponentProps<"button"> & { readonly pressedBy?: Command }) {
  return <button ref={usePressedBy(pressedBy)} {...props} />;
}

/** A link that a key follows too. */
export function KeyLink({
  pressedBy,
  ...props
}: ComponentProps<typeof Link> & { readonly pressedBy?: Command }) {
  return <Link ref={usePressedBy(pressedBy)} {...props} />;
}
