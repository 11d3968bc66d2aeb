import { notFound } from "next/navigation";
import { hasTestClock } from "@/server/clock";
import { Parts } from "./Parts";

export const metadata = { title: "Parts" };

/** Every part of the interface in every state, for those who build it; there is no such page where Brant is in use. */
export default function PartsPage() {
  if (process.env.NODE_ENV !== "development" && !hasTestClock) notFound();
  return <Parts />;
}
