import type { APIRequestContext, Page } from "@playwright/test";

/** What a form of Brant sent to the server, to be sent again by others and with other words. */
export interface Sent {
  readonly url: string;
  readonly action: string;
  readonly body: string;
}

/** What the page sends when something on it is pressed. */
export async function caught(page: Page, press: () => Promise<void>): Promise<Sent> {
  const [request] = await Promise.all([
    page.waitForRequest((r) => r.method() === "POST" && r.headers()["next-action"] !== undefined),
    press(),
  ]);
  return {
    url: request.url(),
    action: request.headers()["next-action"]!,
    body: request.postData() ?? "",
  };
}

/** Sends a form past the page, under whatever session is given; returns the status and the words of the answer. */
export async function sentAgain(
  http: APIRequestContext,
  { url, action, body }: Sent,
): Promise<{ readonly status: number; readonly text: string }> {
  const answer = await http.post(url, {
    headers: {
      "next-action": action,
      origin: new URL(url).origin,
      "content-type": "text/plain;charset=UTF-8",
      accept: "text/x-component",
    },
    data: body,
    maxRedirects: 0,
  });
  return { status: answer.status(), text: await answer.text() };
}
