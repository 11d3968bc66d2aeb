"use client";
import { createContext, useCallback, useContext, useEffect, useState } from "react";

/** What a key does, by name: the key itself, or `save` for Ctrl+Enter. */
export type Command = string;

/** What a command does, and what of the page it presses, if anything. */
interface Registered {
  readonly act: () => void;
  readonly element?: HTMLElement;
}
/** A page, or a sheet over it. Keys act on the topmost only. */
export interface Layer {
  readonly commands: Map<Command, readonly Registered[]>;
}
const newLayer = (): Layer => ({ commands: new Map() });
const page: Layer = newLayer();
const layers: Layer[] = [page];

const LayerContext = createContext(page);
export const LayerProvider = LayerContext.Provider;

/** Does a sheet lie over the page? */
export const isCovered = (): boolean => layers.length > 1;

/** Does an element come after another on the page. */
const isAfter = (element: HTMLElement, other: Element): boolean =>
  (other.compareDocumentPosition(element) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0;

/** Of several things that a command could press, the first after where the focus is; else the first. */
function fromHere(all: readonly Registered[]): Registered | undefined {
  const here = document.activeElement;
  const inOrder = all.toSorted((a, b) => (a.element && b.element && isAfter(a.element, b.element) ? 1 : -1));
  const next = inOrder.find((r) => here && here !== document.body && r.element && isAfter(r.element, here));
  return next ?? inOrder[0];
}

/**
 * Does what a command means on the topmost layer, going on from where the focus is. Returns whether
 * anything there had registered for it.
 */
export function run(command: Command): boolean {
  const registered = fromHere(layers.at(-1)!.commands.get(command) ?? []);
  registered?.act();
  return registered !== undefined;
}

function register(layer: Layer, command: Command, registered: Registered): () => void {
  const of = () => layer.commands.get(command) ?? [];
  layer.commands.set(command, [...of(), registered]);
  return () =>
    layer.commands.set(
      command,
      of().filter((r) => r !== registered),
    );
}

/** The layer of a sheet, from its opening to its closing. */
export function useNewLayer(): Layer {
  const [layer] = useState(newLayer);
  useEffect(() => {
    layers.push(layer);
    return () => void layers.splice(layers.indexOf(layer), 1);
  }, [layer]);
  return layer;
}

/** Registers what a command does while the component is shown. */
export function useCommand(command: Command, act: () => void): void {
  const layer = useContext(LayerContext);
  useEffect(() => register(layer, command, { act }), [layer, command, act]);
}

/**
 * A ref for the button or link that a command presses; a disabled one is not pressed. Nothing is registered
 * without a command.
 */
export function usePressedBy(command: Command | undefined) {
  const layer = useContext(LayerContext);
  return useCallback(
    (element: HTMLElement | null) => {
      if (!element || command === undefined) return undefined;
      const act = () => {
        element.focus();
        element.click();
      };
      return register(layer, command, { act, element });
    },
    [layer, command],
  );
}
