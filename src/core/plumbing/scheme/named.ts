import type { Role } from "./inside";

/** What a part is for, of which unit, and the id that is made of both. */
export interface Named {
  readonly id: string;
  readonly role: Role;
  readonly unit?: string;
}

/** A part by its role, and by its unit where it belongs to one. */
export const named = (role: Role, unit?: string): Named => ({
  id: unit === undefined ? role : `${unit}.${role}`,
  role,
  unit,
});
