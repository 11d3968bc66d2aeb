import { NextResponse, type NextRequest } from "next/server";
import { ASKED_FOR } from "./server/askedFor";

/** Is the percent encoding of an address whole; half a letter in it fails wherever it is read. */
function canBeRead(address: string): boolean {
  try {
    decodeURIComponent(new URL(address).pathname);
    return true;
  } catch {
    return false;
  }
}

/** The page that was asked for, with its choices, without what the framework adds to fetch a part of it. */
function askedFor(url: URL): string {
  const choices = new URLSearchParams(url.search);
  choices.delete("_rsc");
  return choices.size > 0 ? `${url.pathname}?${choices.toString()}` : url.pathname;
}

/** Refuses addresses that cannot be read. Content security policy with a nonce for every page; no inline scripts but Next's own, which carry it. */
export function proxy(request: NextRequest): NextResponse {
  if (!canBeRead(request.url)) return new NextResponse("There is nothing at this address", { status: 400 });
  if (request.nextUrl.pathname.startsWith("/api/")) return NextResponse.next();
  const nonce = Buffer.from(crypto.randomUUID()).toString("base64");
  const dev = process.env.NODE_ENV === "development";
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${dev ? " 'unsafe-eval'" : ""}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
    "worker-src 'self' blob:",
  ].join("; ");
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set(ASKED_FOR, askedFor(request.nextUrl));
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  return response;
}

// A body that passes here is cut at 10 MB: of the addresses that take files only those go through that could be unreadable.
export const config = {
  matcher: ["/((?!api/|_next/static|_next/image|favicon.ico).*)", "/api/:path(.*%.*)"],
};
