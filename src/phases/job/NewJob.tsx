"use client";
import dynamic from "next/dynamic";
import { useState } from "react";
import type { Template } from "@/data/queries/templates";

const fetchSheet = () => import("./NewJobSheet");
const NewJobSheet = dynamic(fetchSheet, { ssr: false });

/** Opens a job. Its sheet is fetched when a hand comes near. */
export function NewJob({ templates }: { templates: readonly Template[] }) {
  const [wanted, want] = useState(false);
  const [open, setOpen] = useState(false);
  const show = () => {
    want(true);
    setOpen(true);
  };
  return (
    <>
      <button
        type="button"
        className="button"
        onClick={show}
        onPointerEnter={() => void fetchSheet()}
        onFocus={() => void fetchSheet()}
      >
        Open a job
      </button>
      {wanted ? <NewJobSheet templates={templates} open={open} close={() => setOpen(false)} /> : null}
    </>
  );
}
