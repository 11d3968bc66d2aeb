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
  /** What was heard. */
  readonly of: Event;
}

/** What an event on a part is to do there; undefined where the browser does it by itself. */
function heldOf(event: Event): Held | undefined {
  const { target } = event;
  if (!(target instanceof Element)) return undefined;
  if (event.type === "change")
    return { at: target, event: new Event("change", { bubbles: true }), of: event };
  const at = target.closest("button, [role=button]");
  // A browser clicks a button of its own by these keys, nothing else.
  const isPress =
    event instanceof KeyboardEvent ? [" ", "Enter"].includes(event.key) && !at?.matches("button") : true;
  return at && isPress ? { at, event: new MouseEvent("click", { bubbles: true }), of: event } : undefined;
}

const heard = ["click", "change", "keydown"] as const;

/** Hears presses on a part until it is here, and does them then, in their order. */
function Hearing({ place, isHere }: { place: RefObject<HTMLElement | null>; isHere: boolean }) {
  const all = useRef<Held[]>([]);
  const [holds, setHolds] = useState(false);
  useEffect(() => {
    if (isHere) return;
    const hold = (event: Event) => {
      if (!(event.target instanceof Node) || !place.current?.contains(event.target)) return;
      const held = heldOf(event);
      if (!held) return;
      all.current.push(held);
      setTimeout(() => setHolds(all.current.length > 0));
    };
    /** What comes through to the window's end has been heard by the part itself: React stops what is meant for one that has not come. */
    const letGo = (event: Event) => {
      all.current = all.current.filter((held) => held.of !== event);
    };
    for (const kind of heard) {
      window.addEventListener(kind, hold, { capture: true });
      window.addEventListener(kind, letGo);
    }
    return () => {
      for (const kind of heard) {
        window.removeEventListener(kind, hold, { capture: true });
        window.removeEventListener(kind, letGo);
      }
    };
  }, [isHere, place]);
  useEffect(() => {
    if (isHere) for (const { at, event } of all.current.splice(0)) at.dispatchEvent(event);
  }, [isHere]);
  return holds && !isHere ? (
    <p role="status" className="on-its-way">
      Heard; it is done in a moment…
    </p>
  ) : null;
}

/**
 * A part as the server drew it, whose code comes right behind the page. What is pressed or chosen in it before is heard, said to be held, and done once it is here. It has no
 * fields to type into: what is typed would be lost.
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
