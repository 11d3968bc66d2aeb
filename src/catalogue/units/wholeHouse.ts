import type { CarbonData, SoftenerData, UnitModel, UvData } from "../../core/train/unit";

const serial = { id: "serial", label: "Serial number" };
const uvNumbers = [serial, { id: "lamp", label: "Lamp part and serial" }, { id: "lampKey", label: "Lamp key" }];
type Points = UnitModel["lossPoints"];

const cartridge = (code: string, name: string, variant: string, ratedFlow: number, lossPoints: Points, microns: number, effects: UnitModel["effects"], massFullKg: number, parts: number, yearly: number, numbered = false): UnitModel =>
  ({ code, name, family: "cartridge", variant, branch: false, ratedFlow, lossPoints, maxPressure: 621, microns, effects, massFullKg, power: false, serials: numbered ? [serial] : [], recipes: ["cartridge-rack"], cost: { parts, yearly } });
const carbon = (code: string, size: string, ratedFlow: number, lossPoints: Points, massFullKg: number, data: Omit<CarbonData, "bedVolumes">, parts: number): UnitModel =>
  ({ code, name: `${data.catalytic ? "Catalytic carbon" : "Carbon"} tank ${size} in`, family: "carbonTank", variant: "no backwash valve", branch: false, ratedFlow, lossPoints, maxPressure: 862, effects: data.catalytic ? ["catalyticCarbon", "carbon"] : ["carbon"], massFullKg, power: false, serials: [serial], recipes: ["carbon-tank"], head: knobs, waterL: Math.round(data.mediaLitres * 1.15), carbon: { ...data, bedVolumes: 40_000, ...(data.catalytic ? { bedVolumesFor: { chloramine: 25_000 } } : {}) }, cost: { parts, yearly: 0 } });
const softener = (code: string, ratedFlow: number, lossPoints: Points, massFullKg: number, data: Omit<SoftenerData, "saltLbPerFt3">, parts: number, variant = "metered valve, brine tank"): UnitModel =>
  ({ code, name: `Softener, ${data.resinFt3} ft³${variant.startsWith("timed") ? ", timed" : ""}`, family: "softener", variant, branch: false, ratedFlow, lossPoints, maxPressure: 862, effects: ["softening"], massFullKg, power: true, serials: [serial], recipes: ["softener"], head: variant.startsWith("timed") ? pair : dial, waterL: Math.round(data.resinFt3 * 40), softener: { saltLbPerFt3: 10, ...data }, cost: { parts, yearly: 0 } });
const media = (code: string, name: string, family: "conditioner" | "scaleControl", ratedFlow: number, lossPoints: Points, massFullKg: number, parts: number, yearly: number): UnitModel =>
  ({ code, name, family, variant: "media tank", branch: false, ratedFlow, lossPoints, maxPressure: 690, effects: ["scaleControl"], massFullKg, power: false, serials: [serial], recipes: [family === "conditioner" ? "conditioner" : "scale-control"], head: family === "conditioner" ? knobs : pair, waterL: Math.round(massFullKg * 0.6), cost: { parts, yearly } });
const chamber = (code: string, flow: number, loss: number, layerCm: number, massFullKg: number, parts: number, yearly: number, over: Partial<UvData> = {}): UnitModel =>
  ({ code, name: `UV chamber, ${flow} L/min`, family: "uv", variant: "chamber with controller", branch: false, ratedFlow: flow, lossPoints: [[flow, loss]], maxPressure: 862, effects: ["ultraviolet"], massFullKg, power: true, serials: uvNumbers, recipes: ["uv"], uv: { ratedFlow: flow, ratedUvt: 95, layerCm, endOfLife: true, dose: 40, minUvt: 75, lampFirst: false, ...over }, cost: { parts, yearly } });
const rack = (code: string, flow: number, loss: number, massFullKg: number, parts: number, yearly: number): UnitModel =>
  ({ ...chamber(code, flow, loss, 1.5, massFullKg, parts, yearly), name: `UV rack with sediment and carbon, ${flow} L/min`, variant: "rack", maxPressure: 621, microns: 5, effects: ["sediment", "carbon", "ultraviolet"], recipes: ["uv-rack"] });

/** Heads of made-up units: two knobs, one lever pair, and one with a diagnostic position. */
const knobs = { service: "both knobs' arrows along the flow", bypass: "the arrows against each other", seenFrom: "above the head", angles: { service: [0, 0], bypass: [0, 180] } };
const pair = { service: "both levers along the ports", bypass: "both levers across the ports", shut: "inlet lever across, outlet lever along", seenFrom: "the front", angles: { service: [0, 0], bypass: [90, 90], shut: [90, 0] } };
const dial = { service: "the dial at the drop", bypass: "the dial at the ring", diagnostic: "the dial half way between", seenFrom: "above the head", angles: { service: [-90], bypass: [90], diagnostic: [0] } };

/** Made-up units of the house's line, with descriptive codes. Costs in the company's currency, without labour; yearly: cartridges, lamps, media. */
export const wholeHouse: readonly UnitModel[] = [
  cartridge("PS-10", "Sediment housing, 5 µm, 4½ × 10 in", "single housing", 45, [[20, 6], [45, 24]], 5, ["sediment"], 6, 95, 36),
  cartridge("PS-20", "Sediment housing, 5 µm, 4½ × 20 in", "single housing", 76, [[40, 9], [76, 28]], 5, ["sediment"], 9, 140, 55),
  cartridge("PS-202", "Two sediment housings, 20 and 5 µm", "two housings", 76, [[40, 16], [76, 48]], 5, ["sediment"], 18, 270, 95),
  cartridge("PS-50", "Sediment housing, 50 µm, 4½ × 20 in", "single housing", 90, [[45, 6], [90, 21]], 50, ["sediment"], 9, 135, 40),
  cartridge("SD-100", "Spin-down screen, 100 µm", "spin-down", 95, [[50, 5], [95, 17]], 100, ["sediment"], 3, 85, 6),
  cartridge("CB-20", "Carbon block housing, 4½ × 20 in", "single housing", 38, [[20, 14], [38, 42]], 5, ["sediment", "carbon"], 10, 175, 90),
  cartridge("CL-20", "Lead and VOC block housing, 4½ × 20 in", "single housing", 26, [[13, 14], [26, 46]], 1, ["sediment", "carbon"], 10, 210, 150),
  cartridge("CH-2", "Two-housing rack, sediment + carbon", "two housings", 38, [[20, 18], [38, 54]], 5, ["sediment", "carbon"], 18, 310, 130, true),
  cartridge("CH-3", "Three-housing rack, sediment + carbon", "three housings", 57, [[20, 12], [40, 34], [57, 62]], 5, ["sediment", "carbon"], 24, 420, 190, true),

  carbon("CT-1054", "10 × 54", 45, [[20, 10], [45, 42]], 88, { mediaLitres: 42.5, diameterMm: 254, catalytic: false }, 520),
  carbon("CT-1252", "12 × 52", 57, [[25, 9], [57, 40]], 118, { mediaLitres: 56.6, diameterMm: 305, catalytic: false }, 640),
  carbon("CT-1354", "13 × 54", 68, [[30, 9], [68, 40]], 146, { mediaLitres: 70.8, diameterMm: 330, catalytic: false }, 760),
  carbon("CT-1465", "14 × 65", 83, [[40, 10], [83, 40]], 205, { mediaLitres: 99.1, diameterMm: 356, catalytic: false }, 980),
  carbon("CT-1665", "16 × 65", 106, [[50, 10], [106, 42]], 268, { mediaLitres: 127.4, diameterMm: 406, catalytic: false }, 1240),
  carbon("KT-1054", "10 × 54", 45, [[20, 11], [45, 46]], 90, { mediaLitres: 42.5, diameterMm: 254, catalytic: true }, 760),
  carbon("KT-1252", "12 × 52", 57, [[25, 10], [57, 44]], 121, { mediaLitres: 56.6, diameterMm: 305, catalytic: true }, 940),
  carbon("KT-1354", "13 × 54", 68, [[30, 10], [68, 44]], 150, { mediaLitres: 70.8, diameterMm: 330, catalytic: true }, 1120),
  carbon("KT-1465", "14 × 65", 83, [[40, 11], [83, 44]], 211, { mediaLitres: 99.1, diameterMm: 356, catalytic: true }, 1480),
  carbon("KT-1665", "16 × 65", 106, [[50, 11], [106, 46]], 275, { mediaLitres: 127.4, diameterMm: 406, catalytic: true }, 1890),

  media("CN-40", "Salt-free conditioner, 40 L/min", "conditioner", 40, [[20, 11], [40, 38]], 46, 890, 95),
  media("CN-60", "Salt-free conditioner, 60 L/min", "conditioner", 60, [[30, 12], [60, 42]], 60, 1120, 130),
  media("CN-80", "Salt-free conditioner, 80 L/min", "conditioner", 80, [[40, 13], [80, 45]], 84, 1420, 170),
  media("CN-110", "Salt-free conditioner, 110 L/min", "conditioner", 110, [[55, 13], [110, 46]], 112, 1850, 230),
  media("SC-24", "Scale-control tank", "scaleControl", 45, [[20, 8], [45, 35]], 32, 540, 80),
  media("SC-36", "Scale-control tank, 60 L/min", "scaleControl", 60, [[30, 9], [60, 36]], 44, 690, 105),
  media("SC-48", "Scale-control tank, 90 L/min", "scaleControl", 90, [[45, 10], [90, 38]], 62, 920, 150),

  softener("SF-075", 30, [[15, 33], [30, 98]], 86, { resinFt3: 0.75, saltTankKg: 60, refillFlow: 1.9, calendarOverride: true, diameterMm: 203 }, 780),
  softener("SF-100", 38, [[20, 34], [38, 100]], 110, { resinFt3: 1, saltTankKg: 90, refillFlow: 1.9, calendarOverride: true, diameterMm: 229 }, 860),
  softener("SF-125", 43, [[22, 33], [43, 98]], 132, { resinFt3: 1.25, saltTankKg: 90, refillFlow: 1.9, calendarOverride: true, diameterMm: 254 }, 930),
  softener("SF-150", 49, [[25, 32], [49, 96]], 155, { resinFt3: 1.5, saltTankKg: 90, refillFlow: 1.9, calendarOverride: true, diameterMm: 254 }, 990),
  softener("SF-200", 57, [[30, 30], [57, 88]], 205, { resinFt3: 2, saltTankKg: 140, refillFlow: 2.7, calendarOverride: true, diameterMm: 305 }, 1190),
  softener("SF-250", 66, [[35, 29], [66, 86]], 256, { resinFt3: 2.5, saltTankKg: 140, refillFlow: 2.7, calendarOverride: true, diameterMm: 330 }, 1370),
  softener("SF-300", 76, [[40, 28], [76, 84]], 310, { resinFt3: 3, saltTankKg: 200, refillFlow: 3.8, calendarOverride: true, diameterMm: 356 }, 1590),
  softener("ST-100", 38, [[20, 34], [38, 100]], 108, { resinFt3: 1, saltTankKg: 90, refillFlow: 1.9, calendarOverride: false, diameterMm: 229 }, 690, "timed valve, brine tank"),
  softener("ST-150", 49, [[25, 32], [49, 96]], 152, { resinFt3: 1.5, saltTankKg: 90, refillFlow: 1.9, calendarOverride: false, diameterMm: 254 }, 810, "timed valve, brine tank"),
  softener("ST-200", 57, [[30, 30], [57, 88]], 201, { resinFt3: 2, saltTankKg: 140, refillFlow: 2.7, calendarOverride: false, diameterMm: 305 }, 990, "timed valve, brine tank"),

  chamber("UV-20", 20, 8, 1.5, 8, 420, 75),
  chamber("UV-30", 30, 10, 2, 11, 520, 85),
  chamber("UV-45", 45, 12, 2, 14, 690, 95),
  chamber("UV-60", 60, 14, 2, 17, 860, 110),
  chamber("UV-90", 90, 18, 2.5, 22, 1190, 140),
  chamber("UV-130", 130, 22, 2.5, 30, 1650, 180, { ratedUvt: 90, lampFirst: true, lampMinutes: 2 }),
  rack("UR-30", 30, 48, 26, 980, 205),
  rack("UR-45", 45, 56, 34, 1290, 250),
];
