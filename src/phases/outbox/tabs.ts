/** A line to the other tabs of this browser; where a browser has none, tabs hear of one another when they look. */
export interface Channel<Message> {
  readonly open: (hear: (message: Message) => void) => void;
  readonly tell: (message: Message) => void;
  readonly close: () => void;
}

/** A line that is closed until it is opened; what is told meanwhile is told to nobody. */
export function makeChannel<Message>(): Channel<Message> {
  let channel: BroadcastChannel | undefined;
  return {
    open: (hear) => {
      if (typeof BroadcastChannel === "undefined") return;
      channel = new BroadcastChannel("brant.outbox");
      channel.onmessage = (event: MessageEvent<Message>) => hear(event.data);
    },
    tell: (message) => channel?.postMessage(message),
    close: () => {
      channel?.close();
      channel = undefined;
    },
  };
}

/**
 * Does some work unless another tab of this browser is at it; undefined then. A browser without locks lets
 * both: what is sent twice is taken once.
 */
export async function inOneTab<T>(name: string, work: () => Promise<T>): Promise<T | undefined> {
  const locks = typeof navigator === "undefined" ? undefined : navigator.locks;
  if (!locks) return work();
  return locks.request(name, { ifAvailable: true }, async (lock) => (lock ? work() : undefined));
}
