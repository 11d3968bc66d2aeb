import { act, render, screen } from "@testing-library/react";
import { hydrateRoot } from "react-dom/client";
import { renderToString } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { FormFrame, PlainFrame } from "@/ui/FormFrame";
import { FormField } from "@/ui/FormField";
import { useForm } from "@/ui/useForm";

function Page() {
  const form = useForm({ send: () => Promise.resolve({ ok: true }) });
  return (
    <FormFrame form={form}>
      <FormField form={form} name="name" label="Name" />
    </FormFrame>
  );
}

describe("a form's fields", () => {
  it("wait while the page is only a picture yet", () => {
    expect(renderToString(<Page />)).toMatch(/<fieldset[^>]* disabled=""/);
  });
  it("take what is typed once the page hears it", () => {
    render(<Page />);
    expect(screen.getByLabelText("Name").closest("fieldset")!.disabled).toBe(false);
  });
});

function Plain() {
  const form = useForm({ send: () => Promise.resolve({ ok: true }) });
  return (
    <PlainFrame form={form} action="/somewhere">
      <FormField form={form} name="name" label="Name" />
    </PlainFrame>
  );
}

describe("a form that works before the page does", () => {
  it("keeps what was typed until then", async () => {
    const page = document.createElement("div");
    page.innerHTML = renderToString(<Plain />);
    document.body.append(page);
    const field = page.querySelector("input")!;
    field.value = "Pell Lane";
    await act(() => hydrateRoot(page, <Plain />));
    expect(field.value).toBe("Pell Lane");
    expect(page.querySelector("form")!.getAttribute("action")).toBe("/somewhere");
    page.remove();
  });
});
