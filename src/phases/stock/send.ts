import type { FormOutcome } from "@/ui/useForm";

/** Sends a change of stock or prices, and says how it went; `said`: what is said of what was taken. */
export async function sendStock<Answer>(
  path: string,
  body: unknown,
  said?: (answer: Answer) => string,
): Promise<FormOutcome> {
  try {
    const answer = await fetch(path, { method: "POST", body: JSON.stringify(body) });
    const read = (await answer.json()) as Answer & { error: string; fields?: Record<string, string> };
    if (!answer.ok) return { ok: false, error: read.error, fields: read.fields };
    return { ok: true, ...(said ? { said: said(read) } : {}) };
  } catch {
    return { ok: false, error: "No connection: what you wrote is still here" };
  }
}
