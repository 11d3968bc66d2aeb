import type { Recipe } from "../../core/run/recipe";

const connectors = { tightening: "Coupling nuts hand-tight", sealant: "No sealant on their seals", details: ["House end first, then bend, then the unit", "Not bent twice, not over-tight"] };

/** Whole-house units (handbook 5). */
export const cartridgeRack: Recipe = {
  id: "cartridge-rack", version: 1, title: "Whole-house cartridges",
  steps: [
    { id: "bracket", stage: "place", kind: "do", title: "Fix the bracket of {unit} level", why: "A bowl needs its stroke below and heads level with the tanks.", work: 20, water: "bypassed", cautions: ["drilling"], details: ["Into studs or board", "Heads finger-tight corner by corner, then tight", "Vent screw shut; inlet side to the source"] },
    { id: "join", stage: "join", kind: "do", title: "Join {unit}: shut-off before, and after", why: "It is opened again at every change.", work: 20, water: "bypassed", sealant: "Tape on threads; none on O-rings", tightening: "Plastic thread: hand-tight and ½ to 1 turn, never more", cautions: ["leadFree"] },
    { id: "cartridges", stage: "join", kind: "check", title: "Cartridges unwrapped, in order, centred", why: "One left in its wrapping passes nothing; one upside down passes everything.", work: 10, water: "bypassed", check: { question: "Wrapping off, marked order, standpipe seen through the core, cartridge just below the rim?", photo: "wanted" } },
    { id: "bowls", stage: "join", kind: "do", title: "Close the bowls by hand", why: "An over-tight bowl cracks; a dry O-ring leaks.", work: 5, water: "bypassed", tightening: "Hand-tight; wrench only if it weeps or the unit says so", sealant: "O-ring greased all round with food-grade silicone, still in its groove", },
    { id: "serial", stage: "join", kind: "record", title: "Write down {unit}'s serial", why: "The warranty and the next installer ask for it.", work: 1, water: "any", record: { what: "serial", label: "Serial number" }, when: [{ unit: "serials.0.id", is: ["serial"] }] },
    { id: "flush", stage: "start", kind: "flow", title: "Open slowly, then flush at a cold tub", why: "Fines leave here, not through an aerator.", work: 3, water: "on", goal: { want: "flush" }, flow: { minutes: 10, direction: "forward", to: "a cold tub, aerator off" }, cautions: ["standClear", "drains"] },
  ],
};

export const carbonTank: Recipe = {
  id: "carbon-tank", version: 2, title: "Carbon tank, no backwash valve",
  steps: [
    { id: "fillHose", stage: "soakOff", kind: "do", title: "Fill {unit} by hose until it runs from the outlet", why: "Dry carbon floats and channels; it has to be full to soak.", work: 20, water: "any", cautions: ["heavy"], details: ["Hose adapter on the inlet; backflow protection on the hose", "Keep the hose adapter with the unit: it is needed at the next media change"] },
    { id: "soak", stage: "soakOff", kind: "soak", title: "Soak {unit}, full of water", why: "Carbon gives up its air slowly; opened early it sends fines into the house.", work: 2, water: "any", soak: { minutes: 2880, maxMinutes: 10_080 } },
    { id: "trickle", stage: "wet", kind: "flow", title: "Trickle forward to the drain, at most a quarter of the handle", why: "Carbon fines leave slowly; more flow lifts the bed.", work: 5, water: "bypassed", flow: { low: 1.5, high: 2.5, minutes: 30, untilClear: true, direction: "forward", to: "the drain, through the outlet hose" }, cautions: ["drains", "airGap"] },
    { id: "reverse", stage: "wet", kind: "flow", title: "Reverse: hose on the outlet, slowly to full", why: "It resets the bed after the trickle.", work: 5, water: "bypassed", flow: { minutes: 3, direction: "reverse", to: "the drain, through the inlet hose" }, cautions: ["drains"] },
    { id: "place", stage: "joinLate", kind: "do", title: "Stand {unit} in its place, {mass} kg full", why: "Level, 75 mm free round it, 150 mm over its head.", work: 10, water: "bypassed", cautions: ["heavy"] },
    { id: "join", stage: "joinLate", kind: "do", title: "Join {unit} with its connectors", why: "House end first keeps the bend out of the unit's thread.", work: 20, water: "bypassed", ...connectors },
    { id: "serial", stage: "joinLate", kind: "record", title: "Write down {unit}'s serial", why: "The warranty and the next installer ask for it.", work: 1, water: "any", record: { what: "serial", label: "Serial number" } },
    { id: "service", stage: "serve", kind: "turn", title: "Carbon to service, slowly", why: "A fast opening disturbs the bed.", work: 5, water: "on", turn: { direction: "bypass to service, a quarter first", seenFrom: "above the head" }, goal: { want: "serve" } },
    { id: "leak", stage: "serve", kind: "check", title: "Leak check at {unit}", why: "At a quarter, then at full pressure.", work: 3, water: "on", check: { question: "All joints of {unit} dry?" } },
    { id: "chlorine", stage: "prove", kind: "read", title: "Test chlorine before and after the carbon", why: "It is what the tank is there for.", work: 5, water: "on", read: { reading: "chlorine", place: "Before and after the carbon tank", when: "after" }, },
  ],
};

export const conditioner: Recipe = {
  id: "conditioner", version: 1, title: "Salt-free conditioner",
  steps: [
    { id: "place", stage: "place", kind: "do", title: "Stand {unit} in its place, {mass} kg full", why: "Level; head level with its neighbours.", work: 10, water: "bypassed" },
    { id: "join", stage: "join", kind: "do", title: "Join {unit} with its connectors", why: "House end first keeps the bend out of the unit's thread.", work: 20, water: "bypassed", ...connectors },
    { id: "serial", stage: "join", kind: "record", title: "Write down {unit}'s serial", why: "The warranty and the next installer ask for it.", work: 1, water: "any", record: { what: "serial", label: "Serial number" } },
    { id: "fill", stage: "start", kind: "turn", title: "Conditioner to service with the carbon still bypassed", why: "Fines of one must not pass through the other.", work: 10, water: "on", turn: { direction: "bypass to service, a quarter first", seenFrom: "above the head" }, goal: { want: "fill" }, details: ["Crack the feed, fill the lines, leak check", "Vent at the nearest cold tap, aerator off"], cautions: ["standClear"] },
    { id: "soak", stage: "start", kind: "soak", title: "Soak the conditioner", why: "The media has to wet through before it works.", work: 2, water: "bypassed", soak: { minutes: 60, maxMinutes: 10_080 }, cautions: ["untreated"] },
    { id: "flush", stage: "start", kind: "flow", title: "Flush at 19 L/min", why: "It carries the loose media dust out.", work: 5, water: "on", goal: { want: "flush", fully: true }, flow: { low: 17, high: 24, minutes: 5, direction: "forward", to: "the drains of the taps below", taps: true }, cautions: ["drains"] },
    { id: "trickle", stage: "start", kind: "flow", title: "Then 2 L/min for an hour", why: "It settles and finishes the rinse.", work: 5, water: "on", flow: { low: 1.5, high: 2.5, minutes: 60, direction: "forward", to: "one cold tap" }, cautions: ["drains"] },
  ],
};

export const scaleControl: Recipe = {
  id: "scale-control", version: 2, title: "Scale-control media tank",
  steps: [
    { id: "place", stage: "place", kind: "do", title: "Stand {unit} level and upright", why: "Not in front of heater, main, meter or panel.", work: 10, water: "bypassed" },
    { id: "join", stage: "join", kind: "do", title: "Join {unit}: nut, split ring, O-ring", why: "The seal is the O-ring.", work: 15, water: "bypassed", tightening: "Hand-tight", sealant: "No tape on bypass or head ports" },
    { id: "serial", stage: "join", kind: "record", title: "Write down {unit}'s serial", why: "The warranty and the next installer ask for it.", work: 1, water: "any", record: { what: "serial", label: "Serial number" } },
    { id: "fill", stage: "start", kind: "turn", title: "Fill at a quarter with the dome plug out until water shows", why: "Air left in the dome keeps media dry.", work: 15, water: "on", turn: { direction: "feed a quarter", seenFrom: "the handle" }, goal: { want: "fill" }, details: ["Nearest cold tap open as vent, aerator off", "Plug in hand-tight, tap shut"], cautions: ["standClear"] },
    { id: "soak", stage: "start", kind: "soak", title: "Soak with the tank bypassed and the supply open", why: "The house is fed past it meanwhile.", work: 2, water: "bypassed", soak: { minutes: 1440, maxMinutes: 10_080 }, cautions: ["untreated"] },
    { id: "clear", stage: "start", kind: "flow", title: "Outlet into a bucket, supply at a quarter, until clear", why: "The first water carries media dust.", work: 10, water: "off", flow: { minutes: 5, untilClear: true, direction: "forward", to: "a bucket at the outlet" }, cautions: ["relieve", "noUse"], details: ["Supply shut, service, tap open until it stops, then the outlet off"] },
    { id: "purge", stage: "start", kind: "do", title: "Reconnect, open slowly, run hot and cold", why: "It purges the air.", work: 10, water: "on", goal: { want: "serve" }, cautions: ["standClear"] },
  ],
};

export const softener: Recipe = {
  id: "softener", version: 1, title: "Softener",
  steps: [
    { id: "saltTank", stage: "place", kind: "do", title: "Assemble the salt tank", why: "Grid, brine well, float set, overflow.", work: 15, water: "bypassed" },
    { id: "resinFill", stage: "place", kind: "do", title: "Cap the riser and top up the resin", why: "Resin in the riser ends up in the house.", work: 25, water: "bypassed", cautions: ["heavy"], details: ["Funnel; brush or rinse the threads"], when: [{ unit: "softener.resinFt3", is: [2, 2.5, 3] }] },
    { id: "uncap", stage: "place", kind: "hold", title: "Uncap the riser, and photograph it", why: "A capped riser passes no water, and the tank has to be opened again.", work: 2, water: "bypassed", hold: { statement: "The cap is off the riser and out of the tank." }, when: [{ unit: "softener.resinFt3", is: [2, 2.5, 3] }] },
    { id: "valve", stage: "place", kind: "do", title: "Valve with its basket onto the riser", why: "A cross-threaded valve leaks at the first pressure.", work: 10, water: "bypassed", turn: { direction: "clockwise", seenFrom: "above the tank" }, tightening: "Hand-tight", sealant: "O-rings greased with food-grade silicone" },
    { id: "adapters", stage: "join", kind: "do", title: "Bypass and adapters with their clips", why: "Tug each: a clip that is not home comes off under pressure.", work: 15, water: "bypassed", tightening: "Clip home, then tug" },
    { id: "lines", stage: "join", kind: "do", title: "Brine line and drain line", why: "Brine that draws air, or a drain line that rises, stops a regeneration.", work: 20, water: "bypassed", cautions: ["airGap"], tightening: "Nut and insert at each end, snug; hose clamp on the drain line", details: ["Drain line on its flow-control fitting: never remove it", "To a standpipe with open space round the tube, sink, sump, or outdoors where allowed"] },
    { id: "serial", stage: "join", kind: "record", title: "Write down {unit}'s serial", why: "The warranty and the next installer ask for it.", work: 1, water: "any", record: { what: "serial", label: "Serial number" } },
    { id: "plug", stage: "start", kind: "do", title: "Plug {unit} in", why: "The valve has to find its service position.", work: 2, water: "bypassed", power: "on", cautions: ["groundFault"] },
    { id: "fill", stage: "start", kind: "turn", title: "Inlet a quarter until the sound stops, then full", why: "A hard fill lifts the resin into the head.", work: 10, water: "on", turn: { direction: "inlet a quarter, then full", seenFrom: "above the head" }, goal: { want: "fill" }, cautions: ["standClear"] },
    { id: "rinse", stage: "start", kind: "flow", title: "Outlet open: nearest cold tap until clear", why: "Resin dust and air leave here.", work: 5, water: "on", goal: { want: "flush" }, flow: { minutes: 5, untilClear: true, direction: "forward", to: "the nearest cold tap, aerator off" }, cautions: ["drains"] },
    { id: "program", stage: "start", kind: "check", title: "Program the valve", why: "Wrong hardness is hard water or wasted salt.", work: 10, water: "on", check: { question: "Clock, hardness (compensated), reserve, time of regeneration and people set?", photo: "wanted" } },
    { id: "salt", stage: "start", kind: "do", title: "Water into the salt tank to its level, then salt", why: "The first brine needs both.", work: 10, water: "on", cautions: ["heavy"] },
    { id: "dissolve", stage: "start", kind: "soak", title: "Let the salt dissolve", why: "Brine that is not saturated regenerates nothing.", work: 1, water: "on", soak: { minutes: 60 } },
    { id: "regenerate", stage: "start", kind: "check", title: "Start a regeneration and watch it", why: "Backwash at the drain and the brine level falling are the proof.", work: 20, water: "on", check: { question: "Backwash seen at the air gap, and the brine level drawn down?", photo: "wanted" } },
    { id: "hardness", stage: "prove", kind: "read", title: "Test hardness raw and treated", why: "It is what the softener is there for.", work: 5, water: "on", read: { reading: "hardness", place: "Before and after the softener", when: "after" }, cautions: ["sodium"] },
  ],
};

export const uv: Recipe = {
  id: "uv", version: 2, title: "UV, whole house",
  steps: [
    { id: "place", stage: "place", kind: "do", title: "Board, then {unit} upright, inlet down, lamp end up", why: "Air leaves by itself, and the lamp can be drawn out.", work: 40, water: "bypassed", cautions: ["drilling"], details: ["Controller above and clear of all pipes, surge protector, drip loop", "Lamp end: 500 mm free, or the chamber's length"] },
    { id: "join", stage: "join", kind: "do", title: "Join {unit}: valves both sides, 300 mm metal after the outlet", why: "UV light ages plastic pipe.", work: 40, water: "bypassed", cautions: ["leadFree"], details: ["Ball valves before the pre-filter and after the chamber", "Restrictor, if needed, on the inlet"] },
    { id: "sleeve", stage: "join", kind: "do", title: "Sleeve in, straight and gently, with gloves", why: "Forced quartz breaks inside the chamber.", work: 10, water: "bypassed", tightening: "Gland nut by hand to its stop, no wrench", cautions: ["glass"], details: ["Centred on its spring seat; if it stops, withdraw and re-align, never force", "Spring inside the sleeve before the lamp"] },
    { id: "lamp", stage: "join", kind: "do", title: "Lamp by its ceramic ends, pins aligned", why: "Fingerprints and bent pins end a lamp early.", work: 5, water: "bypassed", power: "off", turn: { direction: "quarter turn clockwise", seenFrom: "above the lamp end" }, cautions: ["glass", "uvc", "unplugUv"], details: ["Ground screw; interlock seated: all screws, plunger"] },
    { id: "lampSerial", stage: "join", kind: "record", title: "Write down the lamp's part and serial", why: "The next lamp is ordered by it.", work: 2, water: "any", record: { what: "lamp", label: "Lamp part and serial" } },
    { id: "lampKey", stage: "join", kind: "record", title: "Write down the lamp key", why: "The controller's clock is reset with it.", work: 1, water: "any", record: { what: "lampKey", label: "Lamp key" } },
    { id: "serial", stage: "join", kind: "record", title: "Write down {unit}'s serial", why: "The warranty and the next installer ask for it.", work: 1, water: "any", record: { what: "serial", label: "Serial number" } },
    { id: "lampAhead", stage: "start", kind: "check", title: "Lamp on before the water, for its minutes", why: "This lamp is warmed first; burning longer in an empty chamber overheats its sleeve.", work: 1, water: "any", power: "on", goal: { want: "stand", positions: { before: "closed", behind: "closed", plug: "on" } }, wait: { minutes: "$uv.lampMinutes" }, check: { question: "Lamp burning, its minutes run, and the inlet ready to be opened?" }, cautions: ["groundFault", "uvc"], when: [{ unit: "uv.lampFirst", is: [true] }] },
    { id: "fill", stage: "start", kind: "turn", title: "Outlet valve shut, main on, inlet half", why: "A half-open inlet fills a chamber without a knock.", work: 10, water: "on", turn: { direction: "inlet half", seenFrom: "the handle" }, goal: { want: "stand", positions: { behind: "closed", vent: "open", before: "half" } }, details: ["Vent at the pressure-relief button until water comes without air", "Leak check"], cautions: ["standClear"] },
    { id: "full", stage: "start", kind: "turn", title: "Inlet fully open, relief button shut", why: "Nothing leaked at half: now the full pressure.", work: 2, water: "on", turn: { direction: "inlet full", seenFrom: "the handle" }, goal: { want: "stand", positions: { vent: "closed", before: "open" } }, cautions: ["standClear"] },
    { id: "power", stage: "start", kind: "check", title: "Lamp on, with the chamber full and vented", why: "A lamp in air overheats its sleeve.", work: 3, water: "on", power: "on", goal: { want: "stand", positions: { plug: "on" } }, check: { question: "Indicator shows the lamp on?", photo: "wanted" }, cautions: ["groundFault", "uvc"], when: [{ unit: "uv.lampFirst", is: [false] }] },
    { id: "branches", stage: "disinfect", kind: "hold", title: "Shut every RO, LED and point-of-use branch", why: "Chlorine at 50 mg/L ruins a membrane.", work: 5, water: "on", goal: { want: "stand", positions: { "*.valve": "closed" } }, hold: { statement: "Every drinking-water branch is shut and tagged; the household knows not to use water." }, cautions: ["noUse"] },
    { id: "dose", stage: "disinfect", kind: "do", title: "Dose chlorine ahead of the chamber, lamp on", why: "UV proves nothing while the pipe behind it is contaminated.", work: 20, water: "off", goal: { want: "stand", positions: { plug: "on", coldTap: "open", hotTap: "open", lowTap: "open", highTap: "open", heaterValve: "open", behind: "open" }, permits: ["coldTap", "hotTap", "lowTap", "highTap"], feed: "behind" }, cautions: ["chlorine", "noUse"], details: ["mL of bleach = litres of pipe and heater × 50 ÷ (10 × strength %)", "Outlet opened for disinfection only, taps to waste, until chlorine shows at each"] },
    { id: "contact", stage: "disinfect", kind: "soak", title: "Let the chlorine stand in the pipes", why: "Existing house pipe: 50 mg/L for at least 30 min; new or opened pipe 24 h, or 200 mg/L for 3 h. Local code wins.", work: 2, water: "off", goal: { want: "stand", positions: { behind: "closed", coldTap: "closed", hotTap: "closed", lowTap: "closed", highTap: "closed" } }, soak: { minutes: 30 }, cautions: ["noUse"], proves: "uv" },
    { id: "residual", stage: "disinfect", kind: "read", title: "Measure the residual at every tap, lowest counts", why: "At least the dose at the start and half of it at the end.", work: 15, water: "off", read: { reading: "residual", place: "Tap with the lowest residual", when: "after" }, proves: "uv" },
    { id: "flushOut", stage: "disinfect", kind: "read", title: "Flush until at most 1 mg/L at every tap", why: "That is what a household may drink.", work: 20, water: "on", goal: { want: "stand", positions: { plug: "on", coldTap: "open", hotTap: "open", lowTap: "open", highTap: "open", heaterValve: "open", behind: "open" }, permits: ["coldTap", "hotTap", "lowTap", "highTap"], feed: "behind" }, read: { reading: "flushResidual", place: "Last tap flushed", when: "after" }, cautions: ["drains"], proves: "uv" },
    { id: "proved", stage: "disinfect", kind: "hold", title: "Disinfected: put UV in service", why: "Only now is the water behind the chamber proven.", work: 2, water: "on", hold: { statement: "Contact time ran with the residual held, lines flushed, branches reopened only at 0.1 mg/L or less at an RO tee." }, proves: "uv" },
    { id: "service", stage: "disinfect", kind: "turn", title: "Taps shut: {unit} in service", why: "The pipe behind it is proven; from here on the house drinks what it has treated.", work: 3, water: "on", turn: { direction: "outlet full, every tap shut", seenFrom: "each handle" }, goal: { want: "stand", positions: { before: "open", vent: "closed", plug: "on", behind: "open", coldTap: "closed", hotTap: "closed", lowTap: "closed", highTap: "closed" } } },
    { id: "flow", stage: "prove", kind: "read", title: "Measure the flow through {unit} at its fullest", why: "Above its limit the dose falls short.", work: 5, water: "on", read: { reading: "uvFlow", place: "House at its fullest", when: "after" } },
  ],
};

const own = new Set(["sleeve", "lamp", "place"]);
/** Rack type: sediment, carbon and UV housings in one (handbook 5, UV); from the start on as any other chamber. */
export const uvRack: Recipe = {
  id: "uv-rack", version: 2, title: "UV rack with sediment and carbon",
  steps: [
    { id: "place", stage: "place", kind: "do", title: "Fix the rack of {unit} level", why: "Bowls need their stroke below, the lamp its own above.", work: 40, water: "bypassed", cautions: ["drilling"], details: ["Controller above and clear of all pipes, surge protector, drip loop"] },
    { id: "sleeve", stage: "join", kind: "do", title: "Sleeve to the top, straight, with a slight twist", why: "Kept wrapped until used: a fingerprint burns in.", work: 10, water: "bypassed", cautions: ["glass"], details: ["Open end sanded lightly", "Its two O-rings warmed with a hair dryer or hot water", "Channelling sleeve and housing on at once"] },
    { id: "cartridges", stage: "join", kind: "check", title: "Carbon and sediment unwrapped, in their housings", why: "One left in its wrapping passes nothing.", work: 10, water: "bypassed", check: { question: "Wrapping off, marked order, rings greased and in their grooves?", photo: "wanted" } },
    { id: "lamp", stage: "join", kind: "do", title: "Lamp last: pins, plunger in its hole, slide home, four screws", why: "With one screw missing it does not start.", work: 10, water: "bypassed", power: "off", turn: { direction: "screws clockwise", seenFrom: "above the lamp end" }, cautions: ["glass", "uvc", "unplugUv"] },
    ...uv.steps.filter((s) => !own.has(s.id)),
  ],
};
