import { act, renderHook } from "@testing-library/react";
import { beforeEach, expect, it, vi } from "vitest";
import { useOrder } from "@/phases/valves/useOrder";
import { useProposals } from "@/phases/train/work";

type Progress = (count: number) => void;
const asked: { progress: Progress; answer: (result: unknown) => void }[] = [];
vi.mock("comlink", () => ({
  proxy: (f: unknown) => f,
  wrap: () => {
    const work = (...given: unknown[]) =>
      new Promise((answer) => asked.push({ progress: given.at(-1) as Progress, answer }));
    return { propose: work, order: work };
  },
}));

beforeEach(() => {
  asked.length = 0;
  vi.stubGlobal(
    "Worker",
    class {
      terminate() {}
    },
  );
});

const settled = () => act(() => new Promise((r) => setTimeout(r)));

it.each([
  ["proposals", () => useProposals("1", {} as never)[0], { is: "done", result: { found: true } }],
  ["an order", () => useOrder({} as never, {} as never, { state: "x" } as never), { found: true }],
])("keeps the answer of a search for %s where its progress comes after it", async (_, use, wanted) => {
  const { result } = renderHook(use as () => unknown);
  await vi.waitFor(() => expect(asked).toHaveLength(1));
  await act(async () => asked[0]!.progress(2000));
  expect(JSON.stringify(result.current)).toContain("2000");
  await act(async () => asked[0]!.answer({ found: true }));
  await settled();
  await act(async () => asked[0]!.progress(2400));
  expect(result.current).toEqual(wanted);
});
