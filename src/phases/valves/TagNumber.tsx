import type { Rig } from "@/core/rig/rig";
import { tagsOf } from "./drawn";

/** The number of the tag that hangs on a handle; nothing for one that works by itself. */
export function TagNumber({ rig, handle }: { rig: Rig; handle: string }) {
  const tag = tagsOf(rig).get(handle);
  return tag === undefined ? null : (
    <span className="num ml-1 inline-block min-w-6 rounded-full border border-ink px-1 text-center text-[13px] font-normal">
      {tag}
    </span>
  );
}
