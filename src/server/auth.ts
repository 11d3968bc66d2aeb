import { randomUUID } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { nextCookies } from "better-auth/next-js";
import { twoFactor as twoFactorPlugin } from "better-auth/plugins/two-factor";
import { account, session, twoFactor, user, verification } from "@/data/schema";
import { database } from "./database";
import { env } from "./env";

const kept = globalThis as typeof globalThis & {
  brantAuth?: ReturnType<typeof build>;
  brantNobody?: string;
};

/** argon2id with the library's memory and time costs. */
export const hashPassword = (password: string): Promise<string> => hash(password, { algorithm: 2 });
/** Does a password fit its stored hash; false for a hash that cannot be read. */
export const passwordMatches = (stored: string, password: string): Promise<boolean> =>
  verify(stored, password).catch(() => false);

/** Takes the time that checking a password takes, so that nobody learns from it which accounts there are. */
export async function pretendToCheck(password: string): Promise<void> {
  kept.brantNobody ??= await hashPassword(randomUUID());
  await passwordMatches(kept.brantNobody, password);
}

const build = () =>
  betterAuth({
    baseURL: env.origin(),
    secret: env.secret(),
    database: drizzleAdapter(database(), {
      provider: "mysql",
      schema: { user, session, account, verification, twoFactor },
    }),
    // People are added by the owner; nobody signs up.
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 10,
      password: {
        hash: hashPassword,
        verify: ({ hash: stored, password }) => passwordMatches(stored, password),
      },
    },
    session: {
      expiresIn: 60 * 60 * 24 * 14,
      updateAge: 60 * 60 * 24,
      additionalFields: {
        locked: { type: "boolean", defaultValue: false, input: false },
        pinFailures: { type: "number", defaultValue: 0, input: false },
      },
    },
    user: {
      additionalFields: {
        role: { type: "string", defaultValue: "apprentice", input: false },
        unitProfile: { type: "string", required: false, input: false },
        active: { type: "boolean", defaultValue: true, input: false },
      },
    },
    advanced: {
      cookiePrefix: "brant",
      useSecureCookies: env.origin().startsWith("https:"),
      defaultCookieAttributes: { httpOnly: true, sameSite: "lax", path: "/" },
    },
    trustedOrigins: [env.origin()],
    telemetry: { enabled: false },
    logger: { disabled: true },
    plugins: [twoFactorPlugin({ issuer: "Brant" }), nextCookies()],
  });

/** Sign-in and sessions. Built at first use, because building the pages has no database. */
export const auth = (): ReturnType<typeof build> => (kept.brantAuth ??= build());
