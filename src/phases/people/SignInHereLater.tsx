"use client";
import { useEffect, type ComponentProps } from "react";
import { afterPage } from "@/ui/later/afterPage";
import { willAskToSignIn } from "./ended";
import type { SignInHere as Whole } from "./SignInHere";

const Part = afterPage(() => import("./SignInHere").then((m) => m.SignInHere));

/**
 * The sign-in in place. It follows the page, which is alive without it; a session that has ended before
 * waits for it.
 */
export function SignInHere(props: ComponentProps<typeof Whole>) {
  useEffect(willAskToSignIn, []);
  return <Part {...props} />;
}
