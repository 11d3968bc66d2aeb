// What takes long to make, each a task of a thread beside the server. What comes in and goes out is copied between threads: plain data alone.
import writeExcelFile from "write-excel-file/node";
import { sheetRows } from "@/catalogue/units";
import type { UnitModel } from "@/core/families";
import { canPassBy, inService, type Rig } from "@/core/rig";
import { readCatalogueFile, type Against } from "@/phases/catalogue/read";
import { readBundle } from "@/phases/record/readBundle";
import { packPdf, recordPdf, type PdfInput } from "@/phases/record/RecordPdf";
import { cardPdf, type CardInput } from "@/phases/valves/CardPdf";
import { drawingOf } from "@/phases/valves/drawing";
import type { Way } from "@/phases/valves/drawn";
import { rigSvg } from "@/phases/valves/svg";

/** A rig laid out. */
export const drawing = ({ rig, way }: { rig: Rig; way: Way }) => drawingOf(rig, way);

/** A rig as a picture of its own, as it stands every day. */
export const picture = async (rig: Rig) => rigSvg(await drawingOf(rig, "right"), rig, inService(rig));

/** The valve card, PDF. */
export const card = async (input: Omit<CardInput, "drawing">) =>
  cardPdf({ ...input, drawing: await drawingOf(input.rig, "right") });

/** What a record is printed from: pictures as they were copied, and the rig that says whether a household can turn a bypass. */
export interface PaperInput extends Omit<PdfInput, "signatures" | "photos"> {
  readonly rig: Rig;
  readonly signatures: Readonly<Record<string, Uint8Array>>;
  readonly photos: readonly { readonly caption: string; readonly content: Uint8Array }[];
}
const printable = ({ signatures, photos, ...more }: PaperInput): PdfInput => ({
  ...more,
  signatures: Object.fromEntries(
    Object.entries(signatures).map(([file, content]) => [file, Buffer.from(content)]),
  ),
  photos: photos.map(({ caption, content }) => ({ caption, content: Buffer.from(content) })),
});

/** The commissioning record, PDF. */
export const record = (input: PaperInput) => recordPdf(printable(input));

/** What the customer keeps, PDF. */
export const pack = (input: PaperInput) => packPdf({ ...printable(input), canPassBy: canPassBy(input.rig) });

/** A catalogue file, read against the catalogue as it stands. */
export const readUnits = ({ bytes, against }: { bytes: Uint8Array; against: Against }) =>
  readCatalogueFile(Buffer.from(bytes), against);

/** A bundle of a job, checked: schema, chain and files. */
export const bundle = (bytes: Uint8Array) => readBundle(Buffer.from(bytes));

/** Units as a spreadsheet. */
export const writeUnits = (models: readonly UnitModel[]) => {
  const [head, ...rows] = sheetRows(models);
  return writeExcelFile(
    [head!.map((value) => ({ value: String(value), fontWeight: "bold" as const })), ...rows],
    { sheet: "Units", stickyRowsCount: 1, stickyColumnsCount: 2 },
  ).toBuffer();
};
