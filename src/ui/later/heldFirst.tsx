import {
  useEffect,
  useRef,
  useState,
  type ComponentType,
  type FunctionComponent,
  type RefObject,
} from "react";
import { behind } from "./behind";

/** Something that is to be done once the part that it is meant for has come. */
interface Held {
  readonly at: Element;
  readonly event: Event;
}

/** What an event on a part is to do there; undefined where the browser does it by itself. */
function heldOf(event: Event): Held | undefined {
  const { target } = event;
  if (!(target instanceof Element)) return undefined;
  if (event.type === "change") return { at: target, event: new Event("change", { bubbles: true }) };
  const at = target.closest("button, [role=button]");
  // A browser clicks a button of its own by these keys, nothing else.
  const isPress =
    event instanceof KeyboardEvent ? [" ", "Enter"].includes(event.key) && !at?.matches("button") : true;
  return at && isPress ? { at, event: new MouseEvent("click", { bubbles: true }) } : undefined;
}

const heard = ["click", "change", "keydown"] as const;

/**
 * Does `then` once an event is over, unless it came through to the window's end: the part has heard it by
 * itself then. React stops what is meant for a part that has not come; a part may also come while its event
 * is on the way.
 */
function unlessHeard(event: Event, then: () => void): void {
  let isHeard = false;
  const hear = (through: Event) => {
    if (through === event) isHeard = true;
  };
  window.addEventListener(event.type, hear);
  setTimeout(() => {
    window.removeEventListener(event.type, hear);
    if (!isHeard) then();
  });
}

/** Does all that is held, each when the one before has been drawn: a part counts from what it shows. */
function doEach(all: Held[]): void {
  const held = all.shift();
  if (!held) return;
  held.at.dispatchEvent(held.event);
  setTimeout(() => doEach(all));
}

/** Hears presses on a part until it is here, and does them then, in their order. */
function Hearing({ place, isHere }: { place: RefObject<HTMLElement | null>; isHere: boolean }) {
  const all = useRef<Held[]>([]);
  const came = useRef(false);
  const [holds, setHolds] = useState(false);
  useEffect(() => {
    if (isHere) return;
    const keep = (held: Held) => {
      all.current.push(held);
      setHolds(true);
      // The part may have come since, without having heard this.
      if (came.current) doEach(all.current);
    };
    const hold = (event: Event) => {
      if (!(event.target instanceof Node) || !place.current?.contains(event.target)) return;
      const held = heldOf(event);
      if (held) unlessHeard(event, () => keep(held));
    };
    for (const kind of heard) window.addEventListener(kind, hold, { capture: true });
    return () => {
      for (const kind of heard) window.removeEventListener(kind, hold, { capture: true });
    };
  }, [isHere, place]);
  useEffect(() => {
    came.current = isHere;
    if (isHere) doEach(all.current);
  }, [isHere]);
  return holds && !isHere ? (
    <p role="status" className="on-its-way">
      Heard; it is done in a moment…
    </p>
  ) : null;
}

/**
 * A part as the server drew it, whose code comes right behind the page. What is pressed or chosen in it
 * before is heard, said to be held, and done once it is here. It has no fields to type into: what is typed
 * would be lost.
 */
export function heldFirst<Props extends object>(
  fetchIt: () => Promise<ComponentType<Props>>,
): FunctionComponent<Props> {
  const Part = behind(fetchIt);
  return function HeldFirst(props) {
    const place = useRef<HTMLDivElement>(null);
    const [isHere, setHere] = useState(false);
    return (
      <div ref={place}>
        <Hearing place={place} isHere={isHere} />
        <Part props={props} here={() => setHere(true)} />
      </div>
    );
  };
}
