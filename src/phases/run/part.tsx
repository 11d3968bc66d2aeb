"use client";
import dynamic from "next/dynamic";
import type { ComponentType } from "react";
import { Awake } from "@/ui/Awake";
import { untilFetched } from "@/ui/later/untilFetched";

const Coming = () => <p className="mt-5 text-soft">This part is on its way…</p>;

/**
 * A part whose controls wait until its own code has come: the page around it may hear presses long before,
 * and would lose those on it.
 */
export function part<Props extends object>(fetchIt: () => Promise<ComponentType<Props>>) {
  const awaken = async () => {
    const Whole = await untilFetched(fetchIt);
    return function AwakeWhole(props: Props) {
      return (
        <Awake>
          <Whole {...props} />
        </Awake>
      );
    };
  };
  return dynamic<Props>(awaken, { loading: Coming });
}
