/** Settings from the environment. Each missing one is said by name. */
function needed(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: start with npm run demo, or set it yourself (README)`);
  return value;
}

/** A secret that can be guessed signs sessions for whoever guesses it. */
const SECRET_LENGTH = 32;

export const env = {
  databaseUrl: () => needed("DATABASE_URL"),
  secret: () => {
    const secret = needed("BRANT_SECRET");
    if (secret.length < SECRET_LENGTH)
      throw new Error(`BRANT_SECRET is too short: at least ${SECRET_LENGTH} random characters`);
    return secret;
  },
  /** What the link to open the company carries; without it nobody can. */
  setUpKey: () => process.env.BRANT_SET_UP_KEY,
  /** Address people open, without a slash at its end. */
  origin: () => process.env.BRANT_ORIGIN ?? "http://127.0.0.1:4310",
  /** Does a proxy of one's own stand before Brant, which says where requests come from. */
  isBehindProxy: () => process.env.BRANT_BEHIND_PROXY === "yes",
  /** Where the build lies, beside the project. */
  buildFolder: () => process.env.BRANT_DIST ?? ".next",
  /** A folder for photos and signatures; without it they are kept in the database. */
  filesFolder: () => process.env.BRANT_FILES,
};
