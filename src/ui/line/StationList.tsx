"use client";
import type { ComponentProps, KeyboardEvent } from "react";

const steps: Readonly<Record<string, number>> = { ArrowDown: 1, ArrowUp: -1 };

/** The stations of the Line: the arrow keys go along them. */
export function StationList(props: ComponentProps<"ol">) {
  const move = (e: KeyboardEvent<HTMLOListElement>) => {
    const by = steps[e.key];
    if (by === undefined) return;
    const links = [...e.currentTarget.querySelectorAll("a")];
    const at = links.indexOf(document.activeElement as HTMLAnchorElement);
    if (at === -1) return;
    e.preventDefault();
    links[at + by]?.focus();
  };
  return <ol onKeyDown={move} {...props} />;
}
