"use client";
import type { Route } from "next";
import { useState } from "react";
import Link from "@/ui/Link";
import { Sheet } from "@/ui/Sheet";
import { momentOf } from "@/ui/time";
import type { Bell } from "./rings";

/** Whether Brant may also say it outside the page; asked by a press alone. */
function Outside() {
  const [may, setMay] = useState(() =>
    typeof Notification === "undefined" ? "denied" : Notification.permission,
  );
  if (may === "granted")
    return <p className="mt-4 text-sm text-soft">It is also said outside the page while Brant is open.</p>;
  if (may === "denied") return null;
  return (
    <button
      type="button"
      className="button quiet mt-4"
      onClick={() => void Notification.requestPermission().then(setMay)}
    >
      Say it outside the page too, while Brant is open
    </button>
  );
}

/** What has rung, the newest first. */
export default function NewsSheet({
  bell,
  at,
  onClose,
}: {
  bell: Bell;
  at: { readonly now: number; readonly zone: string };
  onClose: () => void;
}) {
  return (
    <Sheet open title="News" onClose={onClose}>
      {bell.rung.length === 0 ? <p className="text-soft">Nothing yet.</p> : null}
      <ul>
        {bell.rung.map((r) => (
          <li key={r.id} className={`rule py-2 ${r.seen ? "text-soft" : ""}`}>
            <Link prefetch={false} href={`/jobs/${r.jobId}` as Route} className="plainlink" onClick={onClose}>
              {r.jobName}
            </Link>
            {r.seen ? "" : " (new)"}
            <span className="block">{r.says}</span>
            <span className="num block text-sm text-soft">{momentOf(r.at, at.now || r.at, at.zone)}</span>
          </li>
        ))}
      </ul>
      <Outside />
    </Sheet>
  );
}
