import { join } from "node:path";
import { Font } from "@react-pdf/renderer";

let registered = false;
/** The application's type for everything printed; once is enough. */
export function registerFonts(): void {
  if (registered) return;
  const fontFile = (family: string, weight: number) =>
    join(process.cwd(), "node_modules/@fontsource", family, "files", `${family}-latin-${weight}-normal.woff`);
  Font.register({
    family: "Next",
    fonts: [
      { src: fontFile("atkinson-hyperlegible-next", 400), fontWeight: 400 },
      { src: fontFile("atkinson-hyperlegible-next", 600), fontWeight: 600 },
    ],
  });
  Font.register({ family: "Mono", src: fontFile("atkinson-hyperlegible-mono", 400) });
  Font.registerHyphenationCallback((word) => [word]);
  registered = true;
}
