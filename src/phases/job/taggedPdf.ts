import layoutDocument from "@react-pdf/layout";
import { Canvas, Image, Page, Svg, Text } from "@react-pdf/primitives";
import render from "@react-pdf/render";
import { Font, pdf, type DocumentProps } from "@react-pdf/renderer";
import PDFDocument from "pdfkit";
import type { ReactElement } from "react";
import { registerFonts } from "./pdfFonts";

/** What a part of a paper is to who has it read aloud: a structure type of PDF; `Artifact` is not read. */
export type PdfTag =
  | "Sect"
  | "H1"
  | "H2"
  | "P"
  | "L"
  | "LI"
  | "Table"
  | "TR"
  | "TH"
  | "TD"
  | "Figure"
  | "Artifact";

interface Said {
  readonly tag?: PdfTag;
  readonly alt?: string;
}
/** Says of a part of a paper what it is; spread into its element. */
export const tagged = (tag: PdfTag, alt?: string): object => ({ tag, alt });

/** A part of a paper when every box has its place. */
interface LaidOut {
  readonly type: string;
  readonly props?: Said & { readonly paint?: () => null };
  readonly style?: object;
  readonly box?: object;
  readonly children?: readonly LaidOut[];
}
type Pdf = InstanceType<typeof PDFDocument>;
type Element = ReturnType<Pdf["struct"]>;

/** Both are parts of the renderer; their published types leave out the fonts, and what they share of a page. */
const layOut = layoutDocument as unknown as (document: unknown, fonts: typeof Font) => Promise<LaidOut>;
const draw = render as unknown as (doc: Pdf, laidOut: LaidOut) => void;

const LEAVES = new Set<string>([Text, Image, Svg]);

/** Nothing to see: it does something when the drawing comes to it. */
const atThisPoint = (act: () => void): LaidOut => ({
  type: Canvas,
  style: {},
  box: { top: 0, left: 0, width: 1, height: 1 },
  props: {
    paint: () => {
      act();
      return null;
    },
  },
});

/** A part between the marks that say which element of the structure it is. */
function marked(doc: Pdf, element: Element, type: PdfTag, node: LaidOut): readonly LaidOut[] {
  return [
    atThisPoint(() => element.add(doc.markStructureContent(type))),
    node,
    atThisPoint(() => doc.endMarkedContent()),
  ];
}

/**
 * The parts of a node, with the marks of what each is. What says nothing of itself is a paragraph, where it
 * is not a part of something that does.
 */
function marking(doc: Pdf, parent: Element, within: PdfTag, nodes: readonly LaidOut[]): LaidOut[] {
  return nodes.flatMap((node) => {
    const { tag, alt } = node.props ?? {};
    if (tag === "Artifact")
      return [
        atThisPoint(() => doc.markContent("Artifact", { type: "Pagination" })),
        node,
        atThisPoint(() => doc.endMarkedContent()),
      ];
    const isLeaf = LEAVES.has(node.type);
    const type = tag ?? (isLeaf && within === "Sect" ? "P" : undefined);
    const element = type ? doc.struct(type, { alt, ...(type === "TH" ? { scope: "Column" } : {}) }) : parent;
    if (type) parent.add(element);
    const own = type ?? within;
    if (isLeaf || tag === "Figure") return marked(doc, element, own, node);
    return [{ ...node, children: marking(doc, element, own, node.children ?? []) }];
  });
}

/**
 * A paper as a tagged PDF, so that it can be read aloud and its tables walked through. The renderer draws,
 * and knows no tags: once it has laid everything out, each part that says what it is (`tagged`) is put
 * between marks of the structure. @returns the file's bytes.
 */
export async function taggedPdf(paper: ReactElement<DocumentProps>): Promise<Buffer> {
  registerFonts();
  const { container } = pdf(paper);
  const { title, author, language } = paper.props;
  const doc = new PDFDocument({
    tagged: true,
    pdfVersion: "1.7",
    lang: language,
    displayTitle: true,
    autoFirstPage: false,
    info: { Title: title, Author: author, CreationDate: new Date() },
  });
  const laidOut = await layOut(container.document, Font);
  const root = doc.struct("Document", { title });
  doc.addStructure(root);
  const sections = (laidOut.children ?? []).map((page) => {
    if (page.type !== Page) return page;
    const section = doc.struct("Sect");
    root.add(section);
    return { ...page, children: marking(doc, section, "Sect", page.children ?? []) };
  });
  const parts: Buffer[] = [];
  const ended = new Promise<Buffer>((resolve, reject) => {
    doc.on("data", (part: Buffer) => parts.push(part));
    doc.on("end", () => resolve(Buffer.concat(parts)));
    doc.on("error", reject);
  });
  draw(doc, { ...laidOut, children: sections });
  return ended;
}
