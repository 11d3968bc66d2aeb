// What takes long to make, each a task of a thread beside the server. What comes in and goes out is copied
// between threads: plain data alone.
import writeExcelFile from "write-excel-file/node";
import { knowledgeWith, type Catalogue } from "@/catalogue/knowledge";
import { sheetRows } from "@/catalogue/units";
import type { UnitModel } from "@/core/families";
import type { JobState, Knowledge } from "@/core/job";
import { jobFrom, type Entry } from "@/core/log";
import { draftRig } from "@/core/record";
import { canPassBy, inService, type Rig } from "@/core/rig";
import type { Recipe } from "@/core/run";
import type { UnitSystem } from "@/core/units";
import { readCatalogueFile, type Against } from "@/phases/catalogue/read";
import { readBundle } from "@/phases/record/readBundle";
import { changesBetween } from "@/phases/record/changes";
import { templatePdf, type TemplateInput } from "@/phases/fit/TemplatePdf";
import { wallPdf, type WallPdfInput } from "@/phases/fit/WallPdf";
import { labelsPdf, type LabelsInput } from "@/phases/parts/LabelsPdf";
import { partsPdf, type PartsPdfInput } from "@/phases/parts/PartsPdf";
import { packPdf } from "@/phases/record/PackPdf";
import { recordPdf, type PdfInput } from "@/phases/record/RecordPdf";
import { houseOf, refusals, tried, unitsFor } from "@/phases/recipes/trial";
import { reportOf, type Report } from "@/phases/record/report";
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

/** What a record is printed from, as it is copied to a thread: pictures by the id of their file. */
export interface PaperInput extends Pick<
  PdfInput,
  "job" | "company" | "reached" | "zone" | "paper" | "printed"
> {
  readonly profile: UnitSystem;
  readonly catalogue: Catalogue;
  readonly signatures: Readonly<Record<string, Uint8Array>>;
  readonly photos: Readonly<Record<string, Uint8Array>>;
  /** Entries of before its last addendum was opened, where that addendum is what is printed. */
  readonly before?: readonly Entry[];
}

function addendumOf(job: JobState, before: readonly Entry[], report: (job: JobState) => Report) {
  const { why } = job.addenda.at(-1)!;
  const changes = changesBetween(report(jobFrom(job.id, before)), report(job));
  return { number: job.addenda.length, why, changes };
}

function printable(input: PaperInput): PdfInput {
  const { job, company, reached, zone, paper, printed, profile, before } = input;
  const known = knowledgeWith(input.catalogue);
  const report = (state: JobState) => reportOf(state, known, profile, zone, printed);
  return {
    ...{ job, company, reached, zone, paper, printed },
    report: report(job),
    signatures: Object.fromEntries(
      Object.entries(input.signatures).map(([file, content]) => [file, Buffer.from(content)]),
    ),
    photos: job.photos.flatMap(({ file, caption }) => {
      const content = input.photos[file];
      return content ? [{ caption, content: Buffer.from(content) }] : [];
    }),
    addendum: before && addendumOf(job, before, report),
  };
}

/** The commissioning record, or an addendum to it, PDF. */
export const record = (input: PaperInput) => recordPdf(printable(input));

/** What the customer keeps, PDF; the rig says whether a household can turn a bypass. */
export const pack = (input: PaperInput) => {
  const rig = input.job.rig?.rig ?? draftRig(input.job, knowledgeWith(input.catalogue));
  return packPdf({ ...printable(input), canPassBy: canPassBy(rig) });
};

/** What to bring to a job, PDF. */
export const parts = (input: PartsPdfInput) => partsPdf(input);

/** Labels for ports and what is joined to them, PDF. */
export const labels = (input: LabelsInput) => labelsPdf(input);

/** A job's wall to scale, PDF. */
export const wall = (input: WallPdfInput) => wallPdf(input);

/** Drilling templates of a job's units, PDF. */
export const templates = (input: TemplateInput) => templatePdf(input);

/** A catalogue file, read against the catalogue as it stands. */
export const readUnits = ({ bytes, against }: { bytes: Uint8Array; against: Against }) =>
  readCatalogueFile(Buffer.from(bytes), against);

/** A bundle of a job, checked: schema, chain, files, and that its pages can be shown by a company's catalogue. */
export const bundle = ({ bytes, catalogue, now }: { bytes: Uint8Array; catalogue: Catalogue; now: number }) =>
  readBundle(Buffer.from(bytes), { known: knowledgeWith(catalogue), now });

/** A recipe to be tried with a unit, by its code, on a company's catalogue. */
interface OfRecipe {
  readonly recipe: Recipe;
  readonly unit: string | undefined;
  readonly catalogue: Catalogue;
}
const unitOf = ({ recipe, unit }: OfRecipe, known: Knowledge) =>
  unitsFor(recipe, known).find((m) => m.code === unit);

/** A recipe's steps as they would come in a sample house; undefined where the unit is not one that it is for. */
export const trial = (of: OfRecipe & { readonly house?: string; readonly system: UnitSystem }) => {
  const known = knowledgeWith(of.catalogue);
  const unit = unitOf(of, known);
  return unit && tried(of.recipe, { unit, house: houseOf(of.house), known, system: of.system });
};

/** Why a recipe cannot be kept, by the names of its form. */
export const recipeRefusals = (of: OfRecipe) => {
  const known = knowledgeWith(of.catalogue);
  return refusals(of.recipe, unitOf(of, known), known);
};

/** Units as a spreadsheet. */
export const writeUnits = (models: readonly UnitModel[]) => {
  const [head, ...rows] = sheetRows(models);
  return writeExcelFile(
    [head!.map((value) => ({ value: String(value), fontWeight: "bold" as const })), ...rows],
    { sheet: "Units", stickyRowsCount: 1, stickyColumnsCount: 2 },
  ).toBuffer();
};
