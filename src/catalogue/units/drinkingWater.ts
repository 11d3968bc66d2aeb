import type { RoData, UnitModel } from "../../core/train/unit";

const serial = { id: "serial", label: "Serial number" };
const membrane = { id: "membrane", label: "Membrane serial" };
const GPD = 3.785411784 / 1440;

const ro = (code: string, name: string, variant: string, recipe: string, massFullKg: number, data: RoData, parts: number, yearly: number, over: Partial<UnitModel> = {}): UnitModel =>
  ({ code, name, family: "ro", variant, branch: true, lossPoints: [], maxPressure: data.maxFeed, effects: ["reverseOsmosis"], massFullKg, power: false, serials: recipe === "ro-tank" || recipe === "ro-high-output" ? [serial, membrane] : [serial], recipes: [recipe], ro: data, cost: { parts, yearly }, ...over });
const tankUnit = (gpd: number, totalLitres: number, over: Partial<RoData> = {}): RoData =>
  ({ permeate: gpd * GPD, pressure: 414, tds: 250, recovery: 0.25, concentrate: gpd * GPD * 3, rejection: 0.95, preLoss: 20, maxRecovery: 0.5, minFeed: 276, maxFeed: 552, wasteRatio: 3, tank: { totalLitres, precharge: 41.4 }, carbonStages: 2, ...over });
const withTank = (gpd: number, totalLitres: number, over: Partial<RoData> = {}): RoData => tankUnit(gpd, totalLitres, { rinseMinutes: 30, discards: 2, ...over });
const direct = (gpd: number, over: Partial<RoData> = {}): RoData =>
  ({ permeate: gpd * GPD, pressure: 414, tds: 250, recovery: 0.6, rejection: 0.95, preLoss: 20, maxRecovery: 0.75, minFeed: 150, maxFeed: 552, wasteRatio: 1, rinseMinutes: 30, discards: 0, carbonStages: 1, ...over });
const highOutput = (gpd: number): RoData =>
  ({ permeate: gpd * GPD, pressure: 414, tds: 250, recovery: 0.25, concentrate: gpd * 3 * GPD, rejection: 0.95, preLoss: 25, maxRecovery: 0.5, minFeed: 276, maxFeed: 862, wasteRatio: 3, rinseMinutes: 35, discards: 1, carbonStages: 1 });
const booster = (code: string, boost: number, setPoint: number, massFullKg: number, parts: number): UnitModel =>
  ({ code, name: `Booster pump, ${boost} kPa`, family: "booster", variant: "with pressure switch", branch: true, lossPoints: [], maxPressure: 862, effects: ["pressure"], massFullKg, power: true, serials: [serial], recipes: ["booster"], booster: { boost, setPoint, minInlet: 35 }, cost: { parts, yearly: 0 } });
const point = (code: string, name: string, variant: string, recipe: string, ratedFlow: number, loss: number, effects: UnitModel["effects"], massFullKg: number, parts: number, yearly: number): UnitModel =>
  ({ code, name, family: "pointFilter", variant, branch: true, ratedFlow, lossPoints: [[ratedFlow, loss]], maxPressure: 690, effects, massFullKg, power: false, serials: [], recipes: [recipe], cost: { parts, yearly } });
const reactor = (code: string, name: string, ratedFlow: number, parts: number): UnitModel =>
  ({ code, name, family: "uvPoint", variant: "point of use", branch: true, ratedFlow, lossPoints: [[ratedFlow, 30]], maxPressure: 690, effects: ["ultraviolet"], massFullKg: 2, power: true, serials: [serial], recipes: ["uv-point"], cost: { parts, yearly: 45 } });
const manual = (code: string, name: string, ratedFlow: number, massFullKg: number, capacityGrams: number, parts: number): UnitModel =>
  ({ code, name, family: "manualSoftener", variant: "manual regeneration", branch: true, ratedFlow, lossPoints: [[ratedFlow, 30]], maxPressure: 862, effects: ["softening"], massFullKg, power: false, serials: [serial], recipes: ["manual-softener"], tees: { inlet: { service: "lever level", regenerate: "lever down" }, outlet: { service: "lever level", regenerate: "lever up" }, seenFrom: "the front", angles: { inletService: [0], inletRegenerate: [90], outletService: [0], outletRegenerate: [-90] } }, manual: { capacityGrams }, cost: { parts, yearly: 0 } });

/** Made-up units of a drinking-water branch, with descriptive codes. Costs in the company's currency, without labour. */
export const drinkingWater: readonly UnitModel[] = [
  ro("RO-T4", "Four-stage RO with tank", "storage tank", "ro-tank", 22, withTank(50, 8), 210, 55),
  ro("RO-T5", "Five-stage RO with tank", "storage tank", "ro-tank", 26, withTank(75, 12.1), 260, 65),
  ro("RO-T5P", "Five-stage RO with tank and permeate pump", "permeate pump", "ro-tank", 27, tankUnit(75, 12.1, { permeatePump: true }), 345, 65),
  ro("RO-T5B", "Five-stage RO with tank and booster", "booster pump", "ro-tank", 29, withTank(75, 12.1), 390, 65, { power: true, booster: { boost: 250, setPoint: 420, minInlet: 35 } }),
  ro("RO-T6", "Six-stage RO with tank, remineralising", "storage tank", "ro-tank", 28, withTank(100, 15.1), 320, 85),
  ro("RO-T6P", "Six-stage RO with tank and permeate pump", "permeate pump", "ro-tank", 29, withTank(100, 15.1, { permeatePump: true }), 410, 85),
  ro("RO-D4", "Direct RO, electronic, 400 gpd", "tankless", "ro-direct", 12, direct(400, { recovery: 0.5 }), 420, 95, { power: true }),
  ro("RO-D", "Direct RO, electronic", "tankless", "ro-direct", 14, direct(600), 520, 105, { power: true }),
  ro("RO-D8", "Direct RO, electronic, 800 gpd", "tankless", "ro-direct", 16, direct(800), 640, 120, { power: true }),
  ro("RO-H", "High-output RO, wall-mounted, float valve", "float valve", "ro-high-output", 30, highOutput(300), 620, 110),
  ro("RO-H5", "High-output RO, 500 gpd, float valve", "float valve", "ro-high-output", 36, highOutput(500), 790, 130),
  ro("RO-H10", "High-output RO, 1000 gpd, float valve", "float valve", "ro-high-output", 48, highOutput(1000), 1180, 180),
  ro("RO-C", "Countertop RO with its own reservoir", "countertop", "ro-countertop", 11, direct(75, { recovery: 0.33, minFeed: 200, discards: 3, rinseMinutes: 15, wasteRatio: 2 }), 310, 70),

  booster("BP-2", 200, 400, 3, 130),
  booster("BP-3", 300, 450, 4, 160),
  booster("BP-5", 450, 550, 6, 240),

  reactor("PL-1", "In-line LED UV on the product line", 1.5, 120),
  reactor("PL-2", "LED UV reactor with switched faucet", 2, 180),
  reactor("PL-4", "LED UV reactor, 4 L/min", 4, 290),

  point("PF-1", "Under-sink filter, one cartridge", "single cartridge", "point-filter", 4, 40, ["carbon"], 3, 70, 35),
  point("PF-2", "Under-sink filter, sediment + carbon", "two cartridges", "point-filter", 4, 55, ["sediment", "carbon"], 5, 110, 55),
  point("PI-1", "In-line carbon filter", "in-line", "in-line", 2.5, 35, ["carbon"], 1, 32, 32),
  point("FD-1", "Faucet diverter with washable ceramic", "faucet diverter", "faucet-diverter", 1.5, 60, ["sediment", "carbon"], 2, 48, 28),
  point("SH-1", "Shower filter", "shower", "shower", 8, 45, ["carbon"], 1, 42, 30),
  point("RM-1", "Remineralising cartridge on the product line", "remineralising", "in-line", 2, 20, ["minerals"], 1, 38, 30),

  { code: "IM-1", name: "Ice-maker branch, 3/8 in", family: "iceMaker", variant: "ice-maker branch", branch: true, lossPoints: [], maxPressure: 862, effects: ["delivery"], massFullKg: 0.5, power: false, serials: [], recipes: ["ice-maker"], cost: { parts: 28, yearly: 0 } },
  { code: "IM-2", name: "Ice-maker branch, 3/8 in, for a low-pressure valve", family: "iceMaker", variant: "ice-maker branch", branch: true, lossPoints: [], maxPressure: 862, effects: ["delivery"], massFullKg: 0.5, power: false, serials: [], recipes: ["ice-maker"], iceMaker: { minPressure: 110 }, cost: { parts: 36, yearly: 0 } },
  { code: "LS-1", name: "Leak stop with pad", family: "leakStop", variant: "leak-stop valve", branch: true, lossPoints: [], maxPressure: 862, effects: ["protection"], massFullKg: 0.3, power: false, serials: [], recipes: ["leak-stop"], cost: { parts: 34, yearly: 4 } },

  manual("MS-2", "Manual softener for one appliance", 12, 9, 60, 150),
  manual("MS-4", "Manual softener for one appliance, larger", 15, 14, 110, 210),
];
