import type { Written } from "../core/words";
import type { JointKind, JointRule } from "../core/plumbing/joint";

/** A ring's place on the pipe, and what follows. */
const ringAt = (then: string): Written => ({
  us: `Ring 1/8 to 1/4 in from the end; ${then}`,
  metric: `Ring 3 to 6 mm from the end; ${then}`,
});

const plain = { checks: [], rotatable: false, reusable: false } as const;

/**
 * What each kind of joint asks for (handbook 3, Which joint, which sealant, how tight; minutes and swing:
 * Joint-method comparison).
 */
const rules: readonly JointRule[] = [
  {
    ...plain,
    kind: "taperMetal",
    label: "Taper thread, metal to metal",
    sealant: "tapeOrPaste",
    tightening: "By wrench, 1½ to 3 turns past hand-tight",
    tool: "two wrenches",
    reusable: true,
  },
  {
    ...plain,
    kind: "taperPlastic",
    label: "Taper thread with plastic on either side",
    sealant: "tape",
    tightening: "Hand-tight and ½ to 1 turn, never more",
    reusable: true,
  },
  {
    ...plain,
    kind: "washer",
    label: "Union or connector with an O-ring or flat washer",
    sealant: "grease",
    tightening: "Clean, greased with food-grade silicone; hand-tight",
    rotatable: true,
    reusable: true,
  },
  {
    ...plain,
    kind: "compression",
    label: "Compression",
    sealant: "none",
    tightening:
      "Nut, then ferrule; insert in the bore of plastic tube first; tube to the bottom; finger-tight and 1 to 1¼ turns (1/4 and 3/8 in)",
    tool: "two wrenches",
  },
  {
    ...plain,
    kind: "nippleNut",
    label: "Tube over a nipple with nut",
    sealant: "none",
    tightening:
      "Nut on the tube first, mouth widened if needed, tube over the whole nipple, insert where the part has one; nut firm, then tug",
    checks: ["tug"],
    reusable: true,
  },
  {
    ...plain,
    kind: "flangeSeat",
    label: "Flange-seat connector on a faucet's shank",
    sealant: "none",
    tightening: "Hand-tight and ½ turn",
    reusable: true,
  },
  {
    ...plain,
    kind: "saddleNut",
    label: "Tube nut of a saddle",
    sealant: "none",
    tightening: "Hand-tight and ½ to 1 turn",
    reusable: true,
  },
  {
    ...plain,
    kind: "hoseOrFeed",
    label: "Sink hose or feed adapter with washer or O-ring",
    sealant: "none",
    tightening: "Hand-tight, then snug by wrench, the valve's body held with a second",
    tool: "two wrenches",
    rotatable: true,
    reusable: true,
  },
  {
    ...plain,
    kind: "tubePushFit",
    label: "Tube push-fit",
    sealant: "none",
    tightening: "Push to the stop, tug, lock clip or collet lock on; released only when relieved",
    checks: ["tug"],
    rotatable: true,
    reusable: true,
  },
  {
    ...plain,
    kind: "pipePushFit",
    label: "Push-fit on pipe",
    sealant: "none",
    tightening:
      "Deburr, mark the depth, push to the mark, tug; a collar that locks by a twist is twisted and tugged again; a dismantled one is inspected",
    tool: "deburrer and depth gauge",
    minutes: 1,
    checks: ["depthMark", "tug"],
    rotatable: true,
    reusable: true,
  },
  {
    ...plain,
    kind: "crimp",
    label: "Crimp ring",
    sealant: "none",
    tightening: ringAt(
      "dry-fit and mark the angle: it cannot be turned later; square to the pipe; two bites a quarter turn apart where the tool asks; gauge to the line is right, will not go on: bite again, past the line: cut out",
    ),
    tool: "crimp tool and go/no-go gauge",
    minutes: 3,
    swingMm: 300,
    checks: ["gauge"],
  },
  {
    ...plain,
    kind: "clamp",
    label: "Clamp ring",
    sealant: "none",
    tightening: ringAt("the tool lets go only when it is closed; gauge"),
    tool: "clamp tool and gauge",
    minutes: 2.5,
    checks: ["gauge"],
  },
  {
    ...plain,
    kind: "expansion",
    label: "Expansion ring",
    sealant: "none",
    tightening: "Pipe and ring expanded, pushed to the shoulder, held until it grips",
    tool: "expander",
  },
  {
    ...plain,
    kind: "solder",
    label: "Solder",
    sealant: "flux",
    tightening: {
      us: "Lead-free; heat kept away from valves, units and plastic, never within 12 in of a unit once fitted; cooled and wiped",
      metric:
        "Lead-free; heat kept away from valves, units and plastic, never within 300 mm of a unit once fitted; cooled and wiped",
    },
    tool: "torch and heat mat",
    minutes: 8,
  },
  {
    ...plain,
    kind: "cement",
    label: "Solvent cement",
    sealant: "cement",
    tightening: "Primer where required; quarter turn, hold 30 s; cured before pressure",
    minutes: 3,
  },
  {
    ...plain,
    kind: "bowl",
    label: "Bowl or housing",
    sealant: "grease",
    tightening: "O-ring greased; hand-tight; ¼ to ½ turn by wrench only as the unit says",
    reusable: true,
  },
  {
    ...plain,
    kind: "saddle",
    label: "Saddle on a drain pipe",
    sealant: "none",
    tightening: "Gasket in place, hole aligned with a pin, both screws evenly",
    tool: "screwdriver and pin",
  },
];

/** What each kind of joint asks for. */
export const joints: ReadonlyMap<JointKind, JointRule> = new Map(rules.map((r) => [r.kind, r]));
