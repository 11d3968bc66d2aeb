import "fake-indexeddb/auto";
import { cleanup } from "@testing-library/react";
import { afterEach, vi } from "vitest";

// A wide window: what is seen only in a narrow one stays as the server drew it.
window.matchMedia = (media) =>
  Object.assign(new EventTarget(), { media, matches: !media.includes("max-width") }) as MediaQueryList;

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  window.localStorage.clear();
});
