"use client";
import dynamic from "next/dynamic";
import { useEffect, type ComponentProps } from "react";
import { atRest } from "@/ui/later/atRest";
import { untilFetched } from "@/ui/later/untilFetched";
import { willAskToSignIn } from "./ended";
import type { SignInHere as Whole } from "./SignInHere";

const Part = dynamic(
  () =>
    atRest()
      .then(() => untilFetched(() => import("./SignInHere")))
      .then((m) => m.SignInHere),
  { ssr: false },
);

/** The sign-in in place. It follows the page, which is alive without it; a session that has ended before waits for it. */
export function SignInHere(props: ComponentProps<typeof Whole>) {
  useEffect(willAskToSignIn, []);
  return <Part {...props} />;
}
