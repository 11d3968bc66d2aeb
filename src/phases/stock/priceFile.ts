/** The largest list that is taken. */
export const LARGEST_LIST = { rows: 20_001, bytes: 6_000_000 } as const;
