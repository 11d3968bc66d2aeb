import { Coming } from "@/ui/Coming";

export default function Loading() {
  return <Coming what="The people are" />;
}
