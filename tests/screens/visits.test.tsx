import { act, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Visit } from "@/core/log";
import { Visits } from "@/phases/run/Visits";
import { imke } from "../unit/desk";

const refresh = vi.fn();
// Fetched when they are shown; here they are there at once.
vi.mock(import("@/phases/run/officeForms"), async () => {
  const [crew, form, changes] = await Promise.all([
    import("@/phases/run/ChooseCrew"),
    import("@/phases/run/VisitForm"),
    import("@/phases/run/VisitChanges"),
  ]);
  return { ...crew, ...form, ...changes } as never;
});
vi.mock("next/navigation", () => ({ useRouter: () => ({ refresh }) }));

const tobias = { id: "p2", name: "Tobias Rell" };
const visit = (over: Partial<Visit>): Visit =>
  ({
    visit: "v1",
    from: "2026-11-25T08:00:00.000Z",
    to: "2026-11-25T10:30:00.000Z",
    person: tobias,
    what: "Rinse the carbon",
    by: imke,
    at: "2026-11-24T08:00:00.000Z",
    ...over,
  }) as Visit;
const answers = (status: number, body: object) => {
  const fetched = vi.fn((_: string, __: RequestInit) =>
    Promise.resolve(new Response(JSON.stringify(body), { status })),
  );
  vi.stubGlobal("fetch", fetched);
  return fetched;
};
const engagements = [
  {
    visit: "v9",
    job: "Ferryman's Rest inn",
    who: "Tobias Rell",
    from: "2026-11-26T08:00:00.000Z",
    to: "2026-11-26T10:00:00.000Z",
  },
];
const shown = (visits: readonly Visit[], readOnly = false) =>
  render(
    <Visits
      jobId="job1"
      visits={visits}
      people={[tobias, { id: imke.id, name: imke.name }]}
      zone="Europe/Amsterdam"
      today="2026-11-25"
      engagements={engagements}
      readOnly={readOnly}
    />,
  );
const write = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const submit = () => act(async () => fireEvent.submit(document.querySelector("form")!));

beforeEach(() => refresh.mockClear());

describe("visits of a job", () => {
  it("say day, hours, work and person in the company's zone", () => {
    shown([visit({})]);
    expect(document.querySelector("[data-visit]")!.textContent).toBe(
      "Wed 25 Nov, 09:00–11:30 Rinse the carbon, Tobias Rell",
    );
  });

  it("leave out those that were called off, and say when none is left", () => {
    shown([visit({ cancelled: "The baker is away" })]);
    expect(screen.queryByRole("listitem")).toBeNull();
    expect(screen.getByText("No visit is planned.")).toBeTruthy();
  });

  it("are planned by the office only", () => {
    shown([], true);
    expect(document.querySelector("form")).toBeNull();
  });
});

describe("planning a visit", () => {
  it("sends the hours as moments, and looks again", async () => {
    const fetched = answers(200, { ok: true, seq: 5, head: "x" });
    shown([]);
    write("From", "08:30");
    write("To", "12:00");
    write("Who", imke.id);
    write("What for", "  Anchors and brackets ");
    await submit();
    await waitFor(() => expect(refresh).toHaveBeenCalled());
    const [path, request] = fetched.mock.calls[0]!;
    expect(path).toBe("/api/jobs/job1/entries");
    expect(JSON.parse(request.body as string)).toMatchObject({
      kind: "visitPlanned",
      from: "2026-11-25T07:30:00.000Z",
      to: "2026-11-25T11:00:00.000Z",
      person: { id: imke.id, name: imke.name },
      what: "Anchors and brackets",
    });
  });

  it("calls a visit without words a visit", async () => {
    const fetched = answers(200, { ok: true, seq: 5, head: "x" });
    shown([]);
    await submit();
    await waitFor(() => expect(fetched).toHaveBeenCalled());
    expect(JSON.parse(fetched.mock.calls[0]![1].body as string).what).toBe("Visit");
  });

  it("asks for hours before it sends anything, and keeps what was typed", async () => {
    const fetched = answers(200, { ok: true });
    shown([]);
    write("From", "");
    write("What for", "Anchors");
    await submit();
    expect(fetched).not.toHaveBeenCalled();
    expect(screen.getByText("Give a day and times, for example 09:00")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("What for").value).toBe("Anchors");
  });

  it("says what the server refused", async () => {
    answers(422, { ok: false, why: "refused", error: "A visit ends after it begins" });
    shown([]);
    write("From", "12:00");
    write("To", "09:00");
    await submit();
    await waitFor(() => expect(screen.getByText("A visit ends after it begins")).toBeTruthy());
    expect(screen.getByLabelText<HTMLInputElement>("From").value).toBe("12:00");
  });
});

describe("a visit that is planned", () => {
  // The form that asks for a reason comes when it is first wanted.
  const press = (name: string) =>
    act(async () => {
      fireEvent.click(screen.getByRole("button", { name }));
      await import("@/phases/run/ReasonForm");
    });
  const sent = (fetched: ReturnType<typeof answers>) =>
    JSON.parse(fetched.mock.calls[0]![1].body as string) as Record<string, unknown>;
  const formOf = (name: string) => screen.getByRole("button", { name }).closest("form")!;
  const field = (form: HTMLElement, label: string) => within(form).getByLabelText<HTMLInputElement>(label);

  it("is moved and handed on under its own name, beginning with what it is", async () => {
    const fetched = answers(200, { ok: true, seq: 5, head: "x" });
    shown([visit({})]);
    await press("Move it or hand it on");
    const form = formOf("Keep the change");
    expect(["Day", "From", "To", "What for"].map((label) => field(form, label).value)).toEqual([
      "2026-11-25",
      "09:00",
      "11:30",
      "Rinse the carbon",
    ]);
    fireEvent.change(field(form, "Day"), { target: { value: "2026-11-27" } });
    fireEvent.change(field(form, "Who"), { target: { value: imke.id } });
    await act(async () => fireEvent.submit(form));
    await waitFor(() => expect(refresh).toHaveBeenCalled());
    expect(sent(fetched)).toMatchObject({
      kind: "visitPlanned",
      visit: "v1",
      from: "2026-11-27T08:00:00.000Z",
      person: { id: imke.id },
    });
  });

  it("is called off with a reason", async () => {
    const fetched = answers(200, { ok: true, seq: 5, head: "x" });
    shown([visit({})]);
    await press("Call it off");
    write("Why is it called off?", "The baker is away");
    await act(async () => fireEvent.submit(formOf("Call it off")));
    await waitFor(() => expect(refresh).toHaveBeenCalled());
    expect(sent(fetched)).toMatchObject({ kind: "visitCancelled", visit: "v1", why: "The baker is away" });
  });

  it("says that its day is over, and where its person is then; it is kept all the same", async () => {
    const fetched = answers(200, { ok: true, seq: 5, head: "x" });
    shown([]);
    const remarks = () => [...document.querySelectorAll("[data-remark]")].map((r) => r.textContent);
    expect(remarks()).toEqual([]);
    write("Day", "2026-11-24");
    expect(remarks()).toEqual(["That day is over."]);
    write("Day", "2026-11-26");
    expect(remarks()).toEqual(["Tobias Rell is at Ferryman's Rest inn then: Thu 26 Nov, 09:00–11:00."]);
    write("From", "11:00");
    expect(remarks()).toEqual([]);
    write("From", "10:00");
    await submit();
    await waitFor(() => expect(fetched).toHaveBeenCalled());
  });
});
