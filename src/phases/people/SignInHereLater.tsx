"use client";
import dynamic from "next/dynamic";
import { atRest } from "@/ui/later/atRest";

/** The sign-in in place. It follows the page, which is alive without it. */
export const SignInHere = dynamic(
  () =>
    atRest()
      .then(() => import("./SignInHere"))
      .then((m) => m.SignInHere),
  { ssr: false },
);
