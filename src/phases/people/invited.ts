import { z } from "@/core/zod";

/** Somebody who is added: name, e-mail and role. */
export const invitedSchema = z.object({
  name: z.string().trim().min(2, "Enter the name").max(120),
  email: z.email("Enter an e-mail address").max(190, "At most 190 characters"),
  role: z.enum(["owner", "planner", "installer", "apprentice"], "Choose a role"),
});
