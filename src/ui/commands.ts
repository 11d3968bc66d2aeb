"use client";
import { createContext, useCallback, useContext, useEffect, useState } from "react";

/** What a key does, by name: the key itself, or `save` for Ctrl+Enter. */
export type Command = string;

/** A page, or a sheet over it. Keys act on the topmost only. */
export interface Layer {
  readonly commands: Map<Command, (() => void)[]>;
}
const newLayer = (): Layer => ({ commands: new Map() });
const page: Layer = newLayer();
const layers: Layer[] = [page];

const LayerContext = createContext(page);
export const LayerProvider = LayerContext.Provider;

/** Does a sheet lie over the page? */
export const isCovered = (): boolean => layers.length > 1;

/** Does what a command means on the topmost layer. Returns whether anything there had registered for it. */
export function run(command: Command): boolean {
  const registered = layers.at(-1)!.commands.get(command)?.[0];
  registered?.();
  return registered !== undefined;
}

function register(layer: Layer, command: Command, act: () => void): () => void {
  layer.commands.set(command, [...(layer.commands.get(command) ?? []), act]);
  return () =>
    layer.commands.set(
      command,
      (layer.commands.get(command) ?? []).filter((a) => a !== act),
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
  useEffect(() => register(layer, command, act), [layer, command, act]);
}

/** A ref for the button or link that a command presses; a disabled one is not pressed. Nothing is registered without a command. */
export function usePressedBy(command: Command | undefined) {
  const layer = useContext(LayerContext);
  return useCallback(
    (element: HTMLElement | null) => {
      if (!element || command === undefined) return undefined;
      return register(layer, command, () => {
        element.focus();
        element.click();
      });
    },
    [layer, command],
  );
}
