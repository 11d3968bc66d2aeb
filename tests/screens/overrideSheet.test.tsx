import { act, fireEvent, render, screen } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { OverrideSheet } from "@/phases/job/OverrideSheet";
import type { FormOutcome } from "@/ui/useForm";

beforeEach(() => {
  vi.stubGlobal(
    "ResizeObserver",
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  );
});
const onClose = vi.fn();
async function sheet(outcome: FormOutcome) {
  const send = vi.fn(() => Promise.resolve(outcome));
  await act(async () => {
    await Promise.resolve();
    render(
      <OverrideSheet
        open
        title="Override this reading"
        reason="12 psi, at least 20 psi is needed"
        draft="job1.override.r1"
        send={send}
        onClose={onClose}
      />,
    );
  });
  const field = screen.getByLabelText<HTMLTextAreaElement>(/Reason, kept/);
  fireEvent.change(field, { target: { value: "Pump comes tomorrow" } });
  await act(async () => {
    fireEvent.submit(field.closest("form")!);
    await Promise.resolve();
  });
  return { send, field };
}

describe("the sheet for an override", () => {
  it("says what the verdict says, sends the reason, and closes", async () => {
    const { send } = await sheet({ ok: true });
    expect(screen.getByText("12 psi, at least 20 psi is needed")).toBeTruthy();
    expect(send).toHaveBeenCalledWith("Pump comes tomorrow", expect.any(Function));
    expect(onClose).toHaveBeenCalledTimes(1);
  });
  it("stays open with the refusal and the reason", async () => {
    onClose.mockClear();
    const { field } = await sheet({ ok: false, error: "Signed meanwhile" });
    expect(screen.getByText("Signed meanwhile")).toBeTruthy();
    expect(field.value).toBe("Pump comes tomorrow");
    expect(onClose).not.toHaveBeenCalled();
  });
});
