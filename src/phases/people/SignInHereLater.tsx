"use client";
import { useEffect, useState, type ComponentProps, type ComponentType } from "react";
import { atRest } from "@/ui/later/atRest";
import { untilFetched } from "@/ui/later/untilFetched";
import { willAskToSignIn } from "./ended";
import type { SignInHere as Whole } from "./SignInHere";

type Props = ComponentProps<typeof Whole>;

/** A page that is just read needs no other sign-in than the one that it was opened by, ms. */
const LATER = 5000;

/**
 * The sign-in in place. It follows the page, which is alive without it, some seconds after that rests; or at
 * once where a session has ended before.
 */
export function SignInHere(props: Props) {
  const [Part, setPart] = useState<ComponentType<Props>>();
  useEffect(() => {
    let hasBegun = false;
    const fetchIt = () => {
      if (hasBegun) return;
      hasBegun = true;
      void untilFetched(() => import("./SignInHere")).then((m) => setPart(() => m.SignInHere));
    };
    const end = willAskToSignIn(fetchIt);
    let isLeft = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    void atRest().then(() => {
      if (!isLeft) timer = setTimeout(fetchIt, LATER);
    });
    return () => {
      isLeft = true;
      end();
      clearTimeout(timer);
    };
  }, []);
  return Part ? <Part {...props} /> : null;
}
