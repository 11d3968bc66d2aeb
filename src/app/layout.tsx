import type { Metadata, Viewport } from "next";
import { cookies } from "next/headers";
import { FigureFace } from "@/ui/FigureFace";
import { FIGURES, OWN } from "@/ui/figures";
import "./globals.css";

export const metadata: Metadata = {
  title: { default: "Brant", template: "%s · Brant" },
  description: "Plans and records water treatment installations",
};
export const viewport: Viewport = { width: "device-width", initialScale: 1 };
export const dynamic = "force-dynamic";

/** The document around every page. */
export default async function RootLayout({ children }: { children: React.ReactNode }) {
  const hasFigures = (await cookies()).get(FIGURES)?.value === OWN;
  return (
    <html lang="en" data-face={hasFigures ? OWN : undefined}>
      <body>
        <FigureFace />
        {children}
      </body>
    </html>
  );
}
