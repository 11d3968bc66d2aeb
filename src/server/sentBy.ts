/** The header in which a page says whose it is what it sends: it is taken from nobody else. */
export const SENT_BY = "x-brant-person";
