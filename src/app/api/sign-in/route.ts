import { plainSignIn } from "@/phases/people/plainSignIn";

/** Signing in by its form alone, before the page's scripts came. */
export const POST = (request: Request) => plainSignIn(request);
