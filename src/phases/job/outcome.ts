import type { Entry } from "@/core/log";

/** `Shown`: what the page that sent it shows, as it is after the entry. */
export type SendOutcome<Shown = never> =
  | {
      readonly ok: true;
      readonly seq: number;
      readonly head: string;
      readonly entry?: Entry;
      readonly now?: number;
      readonly shown?: Shown;
    }
  | {
      readonly ok: false;
      /** `failed`: the server answered, but not as it should; the same may be sent again. */
      readonly why: "invalid" | "refused" | "signedOut" | "forbidden" | "unreachable" | "failed";
      readonly error: string;
      readonly field?: string;
      readonly fields?: Readonly<Record<string, string>>;
      /** What somebody else put there meanwhile. */
      readonly stands?: string;
      /** It may be sent again after so many ms. */
      readonly after?: number;
    };

/** What is said where the server cannot be reached. */
export const NO_LINE = "No connection just now. It is kept here and sent again by itself";
