import type { DesignUnit, UnitModel } from "../families";
import type { AlikeJoints, JointPlace } from "../plumbing/made";
import type { Swap } from "../plumbing/swapped";
import type { Arrangement } from "../rig";
import type { DemandTables, Fixture, SurveyAnswers, SurveyField } from "../site";
import type { SourceSafety } from "../water";
import type { Figures } from "../words";
import type { Recipe } from "./recipe";

/** What a run is composed from. */
export interface ComposeInput {
  readonly site: Recipe;
  /** What is computed for the site itself, by the names of its places in words. */
  readonly computed?: Figures;
  readonly units: readonly {
    readonly unit: DesignUnit;
    readonly model: UnitModel;
    readonly recipes: readonly Recipe[];
    /** Figures the design predicts for it, minutes by name. */
    readonly predicted: Readonly<Record<string, number | undefined>>;
    /** What is computed for it on this site, by the names of its places in words. */
    readonly computed?: Figures;
  }[];
  readonly answers: SurveyAnswers;
  /** Questions of the survey that steps may answer. */
  readonly fields?: ReadonlyMap<string, SurveyField>;
  readonly fixtures: Readonly<Partial<Record<Fixture, number>>>;
  readonly demand: DemandTables;
  /** What the company does where a unit states no figure of its own, by path. */
  readonly defaults: Readonly<Record<string, number>>;
  /** Is the source safe to drink as it comes; from an unsafe one the house is not fed past its treatment. */
  readonly source: SourceSafety;
  /** How the house can be fed past the units in its line; without a way it is off until they are open. */
  readonly arrangement: Arrangement;
  /** Tank valve open during the first start: one discard more (handbook 1, Schools). */
  readonly tankOpen: boolean;
  /** Which option is chosen for each question on which installers differ. */
  readonly schools: Readonly<Record<string, string>>;
  /** What the chosen option says at a step that names its question, `{school.threads}`. */
  readonly says: Readonly<Record<string, string>>;
  /** Every joint of the train's pipes by where it is made; absent while nobody knows where its units stand. */
  readonly joins?: Readonly<Record<JointPlace, readonly AlikeJoints[]>>;
  /** Joints of tubes, by the unit that they are made at. */
  readonly tubeJoins?: Readonly<Record<string, readonly AlikeJoints[]>>;
  /** What may come instead of fittings on site. */
  readonly swaps?: readonly Swap[];
  /** Composed for a run that opens again. */
  readonly again?: boolean;
}
