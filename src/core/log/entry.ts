import type { Actor } from "../job/job";
import type { EntryKind, Kept } from "./kind";

/**
 * An entry before it has its place in the chain. `at` is when it happened by the server's clock, `received`
 * when it arrived; ISO 8601, UTC.
 */
export type Draft<K extends EntryKind = EntryKind> = K extends EntryKind
  ? {
      readonly id: string;
      readonly kind: K;
      readonly at: string;
      readonly received: string;
      readonly by: Actor;
      readonly data: Kept[K];
    }
  : never;

/** An entry in the chain of its job. */
export type Entry<K extends EntryKind = EntryKind> = K extends EntryKind
  ? Draft<K> & {
      readonly v: 1;
      readonly job: string;
      readonly seq: number;
      readonly previous: string;
      readonly hash: string;
    }
  : never;
