import {
  bigint,
  boolean,
  char,
  index,
  int,
  mysqlTable,
  text,
  uniqueIndex,
  varchar,
} from "drizzle-orm/mysql-core";
import { moment } from "./columns";

export const user = mysqlTable(
  "user",
  {
    id: varchar("id", { length: 36 }).primaryKey(),
    name: varchar("name", { length: 120 }).notNull(),
    email: varchar("email", { length: 190 }).notNull(),
    emailVerified: boolean("email_verified").notNull().default(false),
    image: text("image"),
    role: varchar("role", { length: 16 }).notNull().default("apprentice"),
    unitProfile: varchar("unit_profile", { length: 8 }),
    pinHash: varchar("pin_hash", { length: 200 }),
    active: boolean("active").notNull().default(true),
    twoFactorEnabled: boolean("two_factor_enabled").notNull().default(false),
    createdAt: moment("created_at").notNull(),
    updatedAt: moment("updated_at").notNull(),
  },
  (t) => [uniqueIndex("user_email").on(t.email), index("user_name").on(t.name)],
);

export const session = mysqlTable(
  "session",
  {
    id: varchar("id", { length: 36 }).primaryKey(),
    expiresAt: moment("expires_at").notNull(),
    token: varchar("token", { length: 190 }).notNull(),
    ipAddress: varchar("ip_address", { length: 64 }),
    userAgent: text("user_agent"),
    userId: varchar("user_id", { length: 36 }).notNull(),
    locked: boolean("locked").notNull().default(false),
    pinFailures: int("pin_failures").notNull().default(0),
    createdAt: moment("created_at").notNull(),
    updatedAt: moment("updated_at").notNull(),
  },
  (t) => [uniqueIndex("session_token").on(t.token), index("session_user").on(t.userId)],
);

export const account = mysqlTable(
  "account",
  {
    id: varchar("id", { length: 36 }).primaryKey(),
    accountId: varchar("account_id", { length: 190 }).notNull(),
    providerId: varchar("provider_id", { length: 60 }).notNull(),
    userId: varchar("user_id", { length: 36 }).notNull(),
    accessToken: text("access_token"),
    refreshToken: text("refresh_token"),
    idToken: text("id_token"),
    accessTokenExpiresAt: moment("access_token_expires_at"),
    refreshTokenExpiresAt: moment("refresh_token_expires_at"),
    scope: text("scope"),
    password: text("password"),
    createdAt: moment("created_at").notNull(),
    updatedAt: moment("updated_at").notNull(),
  },
  (t) => [index("account_user").on(t.userId)],
);

export const verification = mysqlTable(
  "verification",
  {
    id: varchar("id", { length: 36 }).primaryKey(),
    identifier: varchar("identifier", { length: 190 }).notNull(),
    value: text("value").notNull(),
    expiresAt: moment("expires_at").notNull(),
    createdAt: moment("created_at"),
    updatedAt: moment("updated_at"),
  },
  (t) => [index("verification_identifier").on(t.identifier)],
);

/**
 * Tries to sign in as somebody, from a browser or from an address: how many there were, and when the next
 * is judged. One count for every instance.
 */
export const signInGate = mysqlTable(
  "sign_in_gate",
  {
    subject: varchar("subject", { length: 200 }).primaryKey(),
    tries: int("tries").notNull(),
    lastAt: moment("last_at").notNull(),
    nextAt: moment("next_at").notNull(),
  },
  (t) => [index("sign_in_gate_last").on(t.lastAt)],
);

/**
 * A person's second factor: its secret and recovery codes, encrypted with the instance's secret. Not
 * verified: it was begun and is not asked for.
 */
export const twoFactor = mysqlTable(
  "two_factor",
  {
    id: varchar("id", { length: 36 }).primaryKey(),
    secret: text("secret").notNull(),
    backupCodes: text("backup_codes").notNull(),
    userId: varchar("user_id", { length: 36 }).notNull(),
    verified: boolean("verified").notNull().default(false),
    failedVerificationCount: int("failed_verification_count").notNull().default(0),
    lockedUntil: moment("locked_until"),
  },
  (t) => [uniqueIndex("two_factor_user").on(t.userId)],
);

/** A link that lets its person choose a password, once; the key itself is nowhere, its SHA-256 is. */
export const passwordLink = mysqlTable(
  "password_link",
  {
    keyHash: char("key_hash", { length: 64 }).primaryKey(),
    userId: varchar("user_id", { length: 36 }).notNull(),
    expiresAt: moment("expires_at").notNull(),
  },
  (t) => [index("password_link_user").on(t.userId)],
);

/** What people did beside the jobs' logs that somebody may have to answer for. It only grows. */
export const audit = mysqlTable(
  "audit",
  {
    n: bigint("n", { mode: "number" }).autoincrement().primaryKey(),
    at: moment("at").notNull(),
    what: varchar("what", { length: 40 }).notNull(),
    /** Who did it; nobody where it was tried without a session. */
    by: varchar("by_user", { length: 36 }),
    /** Whose account it is about, where that is not who did it. */
    about: varchar("about_user", { length: 36 }),
    job: char("job_id", { length: 26 }),
    detail: varchar("detail", { length: 300 }),
  },
  (t) => [index("audit_at").on(t.at)],
);
