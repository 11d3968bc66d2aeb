import { render, screen } from "@testing-library/react";
import { renderToString } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { FormFrame } from "@/ui/FormFrame";
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
