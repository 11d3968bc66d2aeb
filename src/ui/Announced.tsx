"use client";
import { useState } from "react";

/**
 * Says a text to who has the screen read aloud, once, when it comes or changes. What stands there when the
 * page comes is read with the page. Of an `id` of its own each text is said, also where it reads like the
 * last one.
 */
export function Announced({ text, id = text }: { text: string; id?: string }) {
  const [known, setKnown] = useState({ id, said: "" });
  if (known.id !== id) setKnown({ id, said: text });
  return (
    <p role="status" className="visually-hidden" data-announced>
      <span key={known.id}>{known.said}</span>
    </p>
  );
}
