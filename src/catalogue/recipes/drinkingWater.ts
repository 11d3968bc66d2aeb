import type { Recipe } from "../../core/run/recipe";

/** Drinking-water units (handbook 5). */
export const roTank: Recipe = {
  id: "ro-tank", version: 2, title: "RO with tank",
  steps: [
    { id: "stops", stage: "place", kind: "check", title: "Shut cold and hot stops, open the tap", why: "A mixer lets hot across; a stop that leaks floods the cabinet.", work: 5, water: "any", check: { question: "Does the tap run dry? If not, close the main." } },
    { id: "tags", stage: "place", kind: "check", title: "Tag each tube's end by its port", why: "Colours differ from unit to unit: red is feed on one and waste on the next.", work: 5, water: "any", check: { question: "Every tube end tagged before cutting?", photo: "wanted" } },
    { id: "faucet", stage: "place", kind: "do", title: "Mount the faucet", why: "An existing or sprayer hole before drilling stone.", work: 30, water: "any", cautions: ["drilling", "stone"], tightening: "Nut from below, spout held", sealant: "Its connector needs no sealant", details: ["Hole 12.5 to 38 mm from below; 19 to 32 with a top-mount kit", "Small hole: flat face of the washer to the sink; large: bevelled face"] },
    { id: "feedTee", stage: "place", kind: "do", title: "Feed tee on the cold stop, its valve shut", why: "Cold only: hot ruins a membrane.", work: 15, water: "off", tightening: "Hand-tight, then snug; the valve held with a second wrench", cautions: ["leadFree"], details: ["Water back on to the sink; leak check"] },
    { id: "saddle", stage: "place", kind: "do", title: "Drain saddle on the house side of the trap", why: "Below the trap it draws sewer air; pointing down it blocks.", work: 20, water: "any", tightening: "Both screws evenly; tube nut hand-tight and ½ to 1 turn", cautions: ["airGap"], details: ["Side or top of a horizontal run; one wall only, bit stopped", "Hole 5 mm where the ¼ tube stops in the saddle, 6.4 where it goes through", "Hole and saddle lined up with a pin; tube falls all the way"] },
    { id: "precharge", stage: "place", kind: "read", title: "Check the tank's pre-charge, empty", why: "A wrong pre-charge halves the water in the tank.", work: 5, water: "any", read: { reading: "precharge", place: "RO tank, empty", when: "before" } },
    { id: "tubes", stage: "join", kind: "do", title: "Tubes by port name: square, full depth, tug, clip", why: "A tube not home holds until the first pressure.", work: 20, water: "any", tightening: "Push to the stop, tug, clip or collet lock on", details: ["Tank valve: O-ring inside, no tape, hand-tight; bare thread, tape, hand-tight and ½ to 1 turn"] },
    { id: "filters", stage: "join", kind: "check", title: "Pre-filters: arrows read, unwrapped, right way up", why: "Direction marks go out with the wrapping.", work: 10, water: "any", check: { question: "Marks photographed before the wraps came off, rings seen in their grooves?", photo: "wanted" } },
    { id: "serial", stage: "join", kind: "record", title: "Write down {unit}'s serial", why: "The warranty and the next installer ask for it.", work: 1, water: "any", record: { what: "serial", label: "Serial number" } },
    { id: "firstRinse", stage: "branch", kind: "flow", title: "Rinse the pre-filters into a bucket, 4 to 8 L", why: "Carbon fines would foul the membrane.", work: 10, water: "on", goal: { want: "stand", positions: { tankValve: "closed", line: "apart", valve: "open" }, permits: ["line"], feed: "valve" }, flow: { minutes: 5, litres: 6, untilClear: true, direction: "forward", to: "a bucket, at the open line before the membrane" } },
    { id: "membrane", stage: "branch", kind: "check", title: "Membrane from its bag, seated to the stop", why: "Not fully seated, raw water goes round it.", work: 10, water: "any", goal: { want: "stand", positions: { valve: "closed", line: "joined" } }, check: { question: "Feed shut, not touched by hand, seated, line rejoined?", photo: "wanted" } },
    { id: "membraneSerial", stage: "branch", kind: "record", title: "Write down the membrane's serial", why: "Its age is judged by it.", work: 1, water: "any", record: { what: "membrane", label: "Membrane serial" } },
    { id: "open", stage: "branch", kind: "turn", title: "Tank shut, feed open slowly", why: "The first water must not go into the tank.", work: 5, water: "on", turn: { direction: "feed valve a quarter; tank valve across its tube", seenFrom: "the cabinet door" }, goal: { want: "stand", positions: { tankValve: "closed", faucet: "closed", valve: "quarter" } }, cautions: ["standClear"], details: ["Leak check at every fitting"], when: [{ tankOpen: false }] },
    { id: "openBoth", stage: "branch", kind: "turn", title: "Tank open, feed open slowly", why: "The house school: the first water goes into the tank, and one tank more is discarded.", work: 5, water: "on", turn: { direction: "feed valve a quarter; tank valve along its tube", seenFrom: "the cabinet door" }, goal: { want: "stand", positions: { tankValve: "open", faucet: "closed", valve: "quarter" } }, cautions: ["standClear"], details: ["Leak check at every fitting"], when: [{ tankOpen: true }] },
    { id: "rinse", stage: "branch", kind: "flow", title: "Faucet open: rinse with the tank shut", why: "Dark water first is carbon; tiny bubbles are air.", work: 3, water: "on", goal: { want: "stand", positions: { tankValve: "closed", valve: "open", faucet: "open" } }, flow: { minutes: "$ro.rinseMinutes", direction: "forward", to: "the sink, faucet open" }, when: [{ tankOpen: false }] },
    { id: "rinseBoth", stage: "branch", kind: "flow", title: "Faucet open: rinse", why: "Dark water first is carbon; tiny bubbles are air.", work: 3, water: "on", goal: { want: "stand", positions: { valve: "open", faucet: "open" } }, flow: { minutes: "$ro.rinseMinutes", direction: "forward", to: "the sink, faucet open" }, when: [{ tankOpen: true }] },
    { id: "discard", stage: "branch", kind: "cycle", title: "Fill the tank, then empty and discard it", why: "The first tanks carry the preservative of the membrane.", work: 10, water: "on", goal: { want: "stand", positions: { tankValve: "open", faucet: "closed", valve: "open" } }, cycle: { count: "$ro.discards", expected: "fill" }, proves: "discard" },
    { id: "lastFill", stage: "branch", kind: "do", title: "Let the tank fill; the drain must stop", why: "A drain that runs when full wastes water for ever.", work: 5, water: "on", goal: { want: "stand", positions: { tankValve: "open", faucet: "closed", valve: "open" } } },
    { id: "tds", stage: "branch", kind: "read", title: "Measure dissolved solids, feed and product", why: "Rejection is what the membrane is there for.", work: 5, water: "on", read: { reading: "rejection", place: "RO feed and faucet", when: "after" } },
    { id: "flows", stage: "branch", kind: "read", title: "Measure product and drain flow", why: "Compared at rated conditions they tell a worn membrane from a weak supply.", work: 10, water: "on", read: { reading: "roFlows", place: "RO product and drain line", when: "after" } },
    { id: "leakStop", stage: "branch", kind: "check", title: "Leak-stop pad in last, on a dry floor", why: "Wetted on the first day it is used up.", work: 3, water: "on", check: { question: "Leak check done, floor dry, pad in, label dated?", photo: "wanted" } },
  ],
};

export const booster: Recipe = {
  id: "booster", version: 2, title: "Booster pump",
  steps: [
    { id: "fit", stage: "place", kind: "do", title: "Booster on the feed line, in flow direction", why: "Backwards it holds the water back.", work: 20, water: "off", details: ["Pressure switch on the product line, either way round"], tightening: "Push to the stop, tug, clip" },
    { id: "serial", stage: "join", kind: "record", title: "Write down {unit}'s serial", why: "The warranty and the next installer ask for it.", work: 1, water: "any", record: { what: "serial", label: "Serial number" } },
    { id: "power", stage: "branch", kind: "check", title: "Pre-filters full, then pump power", why: "A pump without water is ruined in a minute.", work: 3, water: "on", power: "on", goal: { want: "stand", positions: { plug: "on" } }, check: { question: "Water at the pump, outlet protected, pump runs and stops by its switch?" }, cautions: ["dryPump", "groundFault"] },
  ],
};

export const roDirect: Recipe = {
  id: "ro-direct", version: 2, title: "Direct RO",
  steps: [
    { id: "stops", stage: "place", kind: "check", title: "Shut cold and hot stops, open the tap", why: "A mixer lets hot across.", work: 5, water: "any", check: { question: "Does the tap run dry? If not, close the main." } },
    { id: "faucet", stage: "place", kind: "do", title: "Mount the faucet, its cable first", why: "An existing hole before drilling stone.", work: 30, water: "any", cautions: ["drilling", "stone"], details: ["Cabled faucet: 19 mm hole"] },
    { id: "ports", stage: "join", kind: "do", title: "Tubes by port name, ports clip-locked", why: "A tube not home holds until the first pressure.", work: 15, water: "any", tightening: "Push to the stop, tug, clip lock on", details: ["Feed tee on the cold stop, valve shut", "Drain saddle on the house side of the trap"], cautions: ["airGap"] },
    { id: "filters", stage: "join", kind: "hold", title: "Every filter to its click", why: "One that is not home leaks at pump pressure.", work: 5, water: "any", hold: { statement: "Each filter at its alignment mark and turned a quarter to its click." } },
    { id: "serial", stage: "join", kind: "record", title: "Write down {unit}'s serial", why: "The warranty and the next installer ask for it.", work: 1, water: "any", record: { what: "serial", label: "Serial number" } },
    { id: "water", stage: "branch", kind: "check", title: "Water on, leak check", why: "Before any power.", work: 5, water: "on", goal: { want: "stand", positions: { faucet: "closed", valve: "open" } }, check: { question: "All joints dry?" } },
    { id: "plug", stage: "branch", kind: "do", title: "Wall plug last", why: "The pump must find water.", work: 2, water: "on", power: "on", cautions: ["dryPump", "groundFault"], details: ["Automatic flush, about 5 min; pump vibration is normal"] },
    { id: "run", stage: "branch", kind: "flow", title: "Run the faucet until the display reads", why: "It rinses membrane and post filter.", work: 3, water: "on", goal: { want: "stand", positions: { valve: "open", faucet: "open" } }, flow: { minutes: "$ro.rinseMinutes", direction: "forward", to: "the sink" } },
    { id: "tds", stage: "branch", kind: "read", title: "Measure dissolved solids, feed and product", why: "Rejection is what the membrane is there for.", work: 5, water: "on", read: { reading: "rejection", place: "RO feed and faucet", when: "after" } },
  ],
};

export const roHighOutput: Recipe = {
  id: "ro-high-output", version: 2, title: "High-output RO",
  steps: [
    { id: "mount", stage: "place", kind: "do", title: "Mount {unit} away from strong light and heat", why: "Light grows algae in clear housings.", work: 30, water: "any", cautions: ["drilling", "heavy"] },
    { id: "tubes", stage: "join", kind: "do", title: "Three tubes: feed, product, drain", why: "The drain goes on the flush valve's outlet.", work: 20, water: "any", tightening: "Push to the stop, tug, clip", cautions: ["airGap"], details: ["Float valve at the reservoir: without it the pump never stops"] },
    { id: "serial", stage: "join", kind: "record", title: "Write down {unit}'s serial", why: "The warranty and the next installer ask for it.", work: 1, water: "any", record: { what: "serial", label: "Serial number" } },
    { id: "membraneSerial", stage: "join", kind: "record", title: "Write down the membrane's serial", why: "Its age is judged by it.", work: 1, water: "any", record: { what: "membrane", label: "Membrane serial" } },
    { id: "waste", stage: "branch", kind: "flow", title: "Run to waste", why: "The first water carries the membrane's preservative.", work: 5, water: "on", goal: { want: "stand", positions: { valve: "open", faucet: "open" } }, flow: { minutes: "$ro.rinseMinutes", direction: "forward", to: "the drain" } },
    { id: "flushValve", stage: "branch", kind: "check", title: "Membrane flush valve closed", why: "Left open it sends everything to the drain.", work: 1, water: "on", check: { question: "Flush valve lever across its pipe?" } },
    { id: "discard", stage: "branch", kind: "cycle", title: "Fill the reservoir, then empty it", why: "The first filling is not for drinking.", work: 10, water: "on", cycle: { count: "$ro.discards" }, proves: "discard" },
    { id: "tds", stage: "branch", kind: "read", title: "Measure dissolved solids, feed and product", why: "Rejection is what the membrane is there for.", work: 5, water: "on", read: { reading: "rejection", place: "RO feed and product", when: "after" } },
    { id: "flows", stage: "branch", kind: "read", title: "Measure product and drain flow", why: "The waste ratio tells a weak supply.", work: 10, water: "on", read: { reading: "roFlows", place: "RO product and drain line", when: "after" } },
  ],
};

export const uvPoint: Recipe = {
  id: "uv-point", version: 2, title: "LED UV reactor",
  steps: [
    { id: "fit", stage: "place", kind: "do", title: "Shut-off tee, in-line pre-filter, reactor on its rail", why: "The arrow on the pre-filter follows the water.", work: 30, water: "off", details: ["Flow restrictor on the outlet side", "Faucet cable first, then stem; seal faces up, spout aimed before tightening"], cautions: ["stone"] },
    { id: "serial", stage: "join", kind: "record", title: "Write down {unit}'s serial", why: "The warranty and the next installer ask for it.", work: 1, water: "any", record: { what: "serial", label: "Serial number" } },
    { id: "run", stage: "branch", kind: "flow", title: "Run until no bubbles come", why: "Air shields microbes from the light.", work: 2, water: "on", goal: { want: "stand", positions: { valve: "open", faucet: "open" } }, flow: { minutes: 2, direction: "forward", to: "the sink" } },
    { id: "indicator", stage: "branch", kind: "check", title: "Indicator on with flow, standby without", why: "The reactor lights only while water runs.", work: 2, water: "on", power: "on", check: { question: "On with flow, standby without?" }, cautions: ["groundFault"] },
  ],
};

export const pointFilter: Recipe = {
  id: "point-filter", version: 2, title: "Under-sink filter",
  steps: [
    { id: "fit", stage: "place", kind: "do", title: "Bracket level, adapter on the cold stop, tubes to the stop", why: "Leave the drop clearance below the cartridge.", work: 25, water: "off", details: ["Cartridge into the head and turned until it has no play"] },
    { id: "run", stage: "branch", kind: "flow", title: "Run the tap", why: "The first water carries fines.", work: 2, water: "on", goal: { want: "stand", positions: { valve: "open", faucet: "open" } }, flow: { minutes: 5, direction: "forward", to: "the sink" } },
  ],
};

export const roCountertop: Recipe = {
  id: "ro-countertop", version: 2, title: "Countertop RO",
  steps: [
    { id: "drill", stage: "place", kind: "do", title: "Drill through counter or cabinet side, with a starter mark", why: "A bit that wanders scratches what everybody sees.", work: 20, water: "any", cautions: ["drilling", "stone"] },
    { id: "feed", stage: "place", kind: "do", title: "Feed tee on the cold stop, flow regulator on the feed", why: "The regulator's arrow goes with the flow.", work: 15, water: "off", tightening: "Hand-tight, then snug; the valve held with a second wrench", cautions: ["leadFree"] },
    { id: "drain", stage: "join", kind: "do", title: "Drain tube falls all the way, not strained", why: "Water that stands in it comes back.", work: 10, water: "any", cautions: ["airGap"], tightening: "Push to the stop, tug, clip" },
    { id: "serial", stage: "join", kind: "record", title: "Write down {unit}'s serial", why: "The warranty and the next installer ask for it.", work: 1, water: "any", record: { what: "serial", label: "Serial number" } },
    { id: "leak", stage: "branch", kind: "check", title: "Water on slowly, leak check", why: "Before the reservoir's ceramic filter goes in.", work: 5, water: "on", goal: { want: "stand", positions: { faucet: "closed", valve: "open" } }, check: { question: "All joints dry to a paper towel?" } },
    { id: "ceramic", stage: "branch", kind: "do", title: "Ceramic filter into the reservoir, last", why: "It is not to be wetted by the first dirty water.", work: 3, water: "on" },
    { id: "rinse", stage: "branch", kind: "flow", title: "Rinse to the drain", why: "The first water carries the membrane's preservative.", work: 3, water: "on", goal: { want: "stand", positions: { valve: "open", faucet: "open" } }, flow: { minutes: "$ro.rinseMinutes", direction: "forward", to: "the drain" } },
    { id: "discard", stage: "branch", kind: "cycle", title: "Fill the reservoir, then discard it", why: "The first fillings are not for drinking.", work: 10, water: "on", cycle: { count: "$ro.discards" }, proves: "discard" },
    { id: "tds", stage: "branch", kind: "read", title: "Measure dissolved solids, feed and product", why: "Rejection is what the membrane is there for.", work: 5, water: "on", read: { reading: "rejection", place: "RO feed and reservoir", when: "after" } },
  ],
};

export const inLine: Recipe = {
  id: "in-line", version: 2, title: "In-line cartridge",
  steps: [
    { id: "fit", stage: "place", kind: "do", title: "{unit} into the line, arrow with the flow", why: "Backwards it blocks, or passes everything.", work: 10, water: "off", tightening: "Push to the stop, tug, clip", details: ["On a product line: unit, then remineraliser, then UV, then faucet"] },
    { id: "run", stage: "branch", kind: "flow", title: "Run the tap", why: "The first water carries fines.", work: 2, water: "on", goal: { want: "stand", positions: { valve: "open", faucet: "open" } }, flow: { minutes: 5, direction: "forward", to: "the sink" } },
  ],
};

export const iceMaker: Recipe = {
  id: "ice-maker", version: 1, title: "Ice-maker branch",
  steps: [
    { id: "fit", stage: "place", kind: "do", title: "Branch into the RO's tank line, before the post filter's faucet line", why: "A 1/4 in line starves the ice maker.", work: 20, water: "off", tightening: "Push to the stop, tug, clip", details: ["9.5 mm (3/8 in) tube all the way", "A shut-off at the branch, shut until the discards are done"] },
    { id: "open", stage: "branch", kind: "do", title: "Open the branch", why: "Discards must not end as ice.", work: 3, water: "on", details: ["Only after the last discard"] },
    { id: "first", stage: "branch", kind: "check", title: "Throw the first ice away", why: "It was made from what stood in the tube.", work: 2, water: "on", check: { question: "Told to the customer: the first three batches are thrown away?" } },
  ],
};

export const leakStop: Recipe = {
  id: "leak-stop", version: 1, title: "Leak stop",
  steps: [
    { id: "fit", stage: "place", kind: "do", title: "Leak stop into the feed, on the flat dry floor under the unit", why: "It shuts the feed when its pad gets wet.", work: 10, water: "off", tightening: "Push to the stop, tug, clip", details: ["Flat dry floor", "No pad yet"] },
    { id: "pad", stage: "close", kind: "check", title: "Pad in, last of all", why: "A pad wetted on the first day is used up.", work: 2, water: "on", check: { question: "Leak check done, floor dry, pad in, spare left with the customer?" } },
  ],
};

export const faucetDiverter: Recipe = {
  id: "faucet-diverter", version: 1, title: "Faucet diverter",
  steps: [
    { id: "fit", stage: "place", kind: "do", title: "Aerator off, diverter on with its gasket", why: "Outside thread, inside thread with an adapter, or a clamp piece where there is none.", work: 10, water: "any", tightening: "Hand-tight", details: ["Lever down: tap water; turned: filtered"] },
    { id: "run", stage: "branch", kind: "flow", title: "Run until clear", why: "The first water carries fines and air.", work: 2, water: "on", flow: { minutes: 3, untilClear: true, direction: "forward", to: "the sink" } },
    { id: "ceramic", stage: "branch", kind: "check", title: "Show how the ceramic is washed", why: "A clogged candle is scrubbed, not replaced.", work: 3, water: "on", check: { question: "Shown: feed floats it up, soft brush, no detergent, casing refilled to a third?" } },
  ],
};

export const shower: Recipe = {
  id: "shower", version: 1, title: "Shower filter",
  steps: [
    { id: "fit", stage: "place", kind: "do", title: "Adapter with gaskets on both sides", why: "A gasket seals here, not tape.", work: 10, water: "any", tightening: "Hand-tight" },
    { id: "run", stage: "branch", kind: "flow", title: "Run the shower", why: "The first water carries fines.", work: 2, water: "on", flow: { minutes: 5, direction: "forward", to: "the shower tray" } },
  ],
};

export const manualSoftener: Recipe = {
  id: "manual-softener", version: 2, title: "Manual softener",
  steps: [
    { id: "fit", stage: "place", kind: "do", title: "Template level, about 0.9 m up; tee and ball valve on cold", why: "Cold supply only.", work: 40, water: "off", sealant: "Tape, clockwise seen from the male end", cautions: ["drilling", "sodium"] },
    { id: "hose", stage: "join", kind: "do", title: "Hose to the appliance, drain tube to an air gap", why: "The rinse goes out by the outlet lever.", work: 15, water: "off", cautions: ["airGap"] },
    { id: "serial", stage: "join", kind: "record", title: "Write down {unit}'s serial", why: "The warranty and the next installer ask for it.", work: 1, water: "any", record: { what: "serial", label: "Serial number" } },
    { id: "brine", stage: "branch", kind: "do", title: "Salt pouch and water into the brine chamber", why: "It has to rest before it regenerates.", work: 5, water: "on" },
    { id: "rest", stage: "branch", kind: "soak", title: "Let the brine rest", why: "Brine that is not saturated regenerates nothing.", work: 1, water: "on", soak: { minutes: 60 } },
    { id: "regenerate", stage: "branch", kind: "flow", title: "Regenerate: inlet lever down, outlet lever up", why: "Brine runs 4 to 5 min, then contact for 10.", work: 15, water: "on", goal: { want: "stand", positions: { faucet: "closed", inTee: "regenerate", outTee: "regenerate", valve: "open" } }, flow: { minutes: 15, direction: "forward", to: "the drain tube" } },
    { id: "rinse", stage: "branch", kind: "flow", title: "Inlet lever to service: rinse to the drain", why: "Salt left in the bed goes into the wash.", work: 5, water: "on", goal: { want: "stand", positions: { inTee: "service", outTee: "regenerate", valve: "open" } }, flow: { minutes: 5, direction: "forward", to: "the drain tube" } },
    { id: "service", stage: "branch", kind: "turn", title: "Both levers horizontal: service", why: "Softened water to the appliance.", work: 2, water: "on", turn: { direction: "both levers horizontal", seenFrom: "the front" }, goal: { want: "stand", positions: { inTee: "service", outTee: "service", valve: "open" } } },
    { id: "hardness", stage: "branch", kind: "read", title: "Test hardness raw and treated", why: "It is what the softener is there for.", work: 5, water: "on", read: { reading: "hardness", place: "Before and after the softener", when: "after" } },
  ],
};
