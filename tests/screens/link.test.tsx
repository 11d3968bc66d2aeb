import { render, screen } from "@testing-library/react";
import type { ReactNode } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import Link from "@/ui/Link";

let pending = false;
vi.mock("next/link", () => ({
  default: ({ href, children }: { href: string; children: ReactNode }) => <a href={href}>{children}</a>,
  useLinkStatus: () => ({ pending }),
}));

beforeEach(() => {
  pending = false;
});

describe("a link to a page", () => {
  it("says nothing while nobody waits", () => {
    render(<Link href="/jobs">Jobs</Link>);
    expect(screen.queryByRole("status")).toBeNull();
  });

  it("says that its page is on its way, outside itself, so that it is still called what it is called", () => {
    pending = true;
    render(<Link href="/jobs">Jobs</Link>);
    expect(screen.getByRole("status").textContent).toBe("Fetching the page…");
    expect(screen.getByRole("link", { name: "Jobs" }).textContent).toBe("Jobs");
  });
});
