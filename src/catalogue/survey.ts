import type { SurveyField, SurveyGroup } from "../core/site";
import { askedFor } from "./surveyFor";

const threadSizes = [
  { id: "1/2", label: "1/2 in" },
  { id: "3/4", label: "3/4 in" },
] as const;

const yesNo = [
  { id: "yes", label: "Yes" },
  { id: "no", label: "No" },
] as const;
const pipeSizes = ["1/2", "3/4", "1", "1-1/4"].map((id) => ({ id, label: `${id} in` }));
const fixtures: readonly [string, string][] = [
  ["bathroomGroup", "Bathrooms, complete"],
  ["bathtub", "Bathtubs"],
  ["shower", "Showers"],
  ["lavatory", "Lavatories"],
  ["toilet", "Toilets"],
  ["kitchenSink", "Kitchen sinks"],
  ["dishwasher", "Dishwashers"],
  ["clothesWasher", "Clothes washers"],
  ["laundryTray", "Laundry trays"],
  ["hoseBib", "Hose bibs"],
];
const counts = (prefix: string, skip: readonly string[] = []): SurveyField[] =>
  fixtures
    .filter(([id]) => !skip.includes(id))
    .map(([id, label]) => ({ id: `${prefix}.${id}`, label, kind: "count" as const }));

const groups: readonly SurveyGroup[] = [
  {
    id: "source",
    title: "Source",
    lead: "Where the water comes from, and with what pressure",
    fields: [
      {
        id: "source.kind",
        label: "Source",
        kind: "choice",
        options: [
          { id: "municipal", label: "Municipal" },
          { id: "well", label: "Private well" },
          { id: "shallowWell", label: "Shallow well" },
          { id: "surface", label: "Surface intake" },
        ],
        blocks: "whether the water needs disinfection",
      },
      {
        id: "source.season",
        label: "Used",
        kind: "choice",
        options: [
          { id: "year", label: "All year" },
          { id: "season", label: "In season" },
        ],
      },
      {
        id: "source.static",
        label: "Static pressure",
        hint: "nothing running",
        kind: "quantity",
        quantity: "pressure",
        range: true,
        blocks: "every pressure on the Line",
      },
      {
        id: "source.flowing",
        label: "Pressure while flowing",
        kind: "quantity",
        quantity: "pressure",
        range: true,
        blocks: "how the supply holds up at peak",
      },
      {
        id: "source.flowingAt",
        label: "Flow at that reading",
        kind: "quantity",
        quantity: "flow",
        range: true,
        blocks: "how the supply holds up at peak",
      },
      {
        id: "source.night",
        label: "Night pressure",
        hint: "24 h gauge with drag hand",
        kind: "quantity",
        quantity: "pressure",
        range: true,
        blocks: "whether the night peak is within the units' limits",
      },
      {
        id: "source.reducer",
        label: "Reducing valve set at",
        hint: "fitted, or planned ahead of the train",
        kind: "quantity",
        quantity: "pressure",
      },
      {
        id: "source.closed",
        label: "Check valve, meter with one, or backflow preventer",
        kind: "choice",
        options: [...yesNo],
      },
      {
        id: "source.cutIn",
        label: "Pump cut-in pressure",
        kind: "quantity",
        quantity: "pressure",
        when: { field: "source.kind", is: ["well", "shallowWell", "surface"] },
        blocks: "the pressure a well can hold",
      },
      {
        id: "source.cutOut",
        label: "Pump cut-out pressure",
        kind: "quantity",
        quantity: "pressure",
        when: { field: "source.kind", is: ["well", "shallowWell", "surface"] },
        blocks: "the most that a unit has to bear",
      },
      {
        id: "source.yield",
        label: "Pump yield",
        kind: "quantity",
        quantity: "flow",
        above: {
          value: 0,
          says: "A pump that yields nothing feeds nobody: leave it empty until it is measured",
        },
        when: { field: "source.kind", is: ["well", "shallowWell", "surface"] },
        blocks: "whether the pump can feed peak and backwash",
      },
    ],
  },
  {
    id: "cutin",
    title: "Cut-in",
    lead: "The pipe where the train goes in",
    fields: [
      {
        id: "cutin.pipe",
        label: "Pipe",
        kind: "choice",
        options: [
          {
            id: "copperL",
            label: "Copper, type L",
          },
          {
            id: "copperM",
            label: "Copper, type M",
          },
          { id: "pex", label: "PEX" },
          { id: "cpvc", label: "CPVC" },
          { id: "steel", label: "Galvanised steel" },
          {
            id: "pvc",
            label: "PVC, schedule 40",
          },
          { id: "other", label: "Other" },
        ],
        blocks: "the losses of the service line",
      },
      {
        id: "cutin.size",
        label: "Size",
        kind: "choice",
        options: [...pipeSizes],
        blocks: "the losses of the service line",
      },
      {
        id: "cutin.inlet",
        label: "Inlet stub",
        kind: "choice",
        options: [
          {
            id: "left",
            label: "Left, proved",
          },
          {
            id: "right",
            label: "Right, proved",
          },
          { id: "unknown", label: "Not known" },
        ],
      },
      {
        id: "cutin.x",
        label: "From the left end of the wall",
        hint: "to where the pipe is cut",
        kind: "quantity",
        quantity: "length",
      },
      {
        id: "cutin.height",
        label: "Above the floor",
        hint: "to where the pipe is cut",
        kind: "quantity",
        quantity: "length",
      },
      {
        id: "cutin.standOff",
        label: "Off the wall",
        hint: "from the wall to the middle of the pipe there",
        kind: "quantity",
        quantity: "length",
      },
      {
        id: "cutin.runs",
        label: "There the water runs",
        kind: "choice",
        options: [
          { id: "right", label: "To the right" },
          { id: "left", label: "To the left" },
          { id: "up", label: "Up" },
          { id: "down", label: "Down" },
        ],
      },
    ],
  },
  {
    id: "takeoffs",
    title: "Take-offs",
    lead: "What leaves the line before the house",
    fields: [
      {
        id: "takeoff.outdoor",
        label: "Outdoor taps",
        kind: "choice",
        options: [
          { id: "before", label: "Before treatment" },
          { id: "after", label: "After it" },
          { id: "none", label: "None" },
        ],
      },
      {
        id: "appliance.valve",
        label: "A valve of its own ahead of the appliance's tap",
        kind: "choice",
        options: [...yesNo],
      },
      {
        id: "appliance.kind",
        label: "The appliance",
        kind: "choice",
        options: [
          { id: "washer", label: "A washing machine" },
          { id: "heater", label: "A heater" },
        ],
      },
      {
        id: "appliance.tap",
        label: "Thread of the appliance's tap, in the pipe",
        kind: "choice",
        options: [...threadSizes],
      },
      {
        id: "appliance.thread",
        label: "Thread at the appliance itself",
        kind: "choice",
        options: [...threadSizes],
      },
      {
        id: "takeoff.note",
        label: "Other take-offs",
        kind: "text",
      },
    ],
  },
  {
    id: "existing",
    title: "Treatment there already",
    lead: "What goes out, and what it did to the water test",
    fields: [
      {
        id: "existing.kind",
        label: "What is there",
        kind: "choice",
        many: true,
        options: [
          { id: "none", label: "Nothing" },
          { id: "softener", label: "Softener" },
          { id: "tank", label: "Media tank" },
          { id: "housing", label: "Housing" },
          { id: "uv", label: "UV" },
          { id: "ro", label: "RO" },
        ],
      },
      {
        id: "existing.sample",
        label: "Water tested",
        kind: "choice",
        options: [
          { id: "ahead", label: "Ahead of it" },
          { id: "behind", label: "Behind it" },
        ],
        when: { field: "existing.kind", is: ["softener", "tank", "housing", "uv", "ro"] },
      },
    ],
  },
  {
    id: "behind",
    title: "Pipe behind the treatment",
    lead: "What runs out at the cut, and what a disinfection has to fill",
    fields: [
      {
        id: "behind.age",
        label: "That pipe is",
        kind: "choice",
        options: [
          { id: "existing", label: "Long in use" },
          { id: "opened", label: "New, or opened for this job" },
        ],
      },
      { id: "behind.coldLength", label: "Cold pipe, in all", kind: "quantity", quantity: "height" },
      { id: "behind.coldSize", label: "Its size", kind: "choice", options: [...pipeSizes] },
      { id: "behind.hotLength", label: "Hot pipe, in all", kind: "quantity", quantity: "height" },
      { id: "behind.hotSize", label: "Its size", kind: "choice", options: [...pipeSizes] },
      { id: "behind.bleach", label: "Strength of the bleach", kind: "quantity", quantity: "percent" },
    ],
  },
  {
    id: "heater",
    title: "Heater",
    lead: "Electric elements burn out when energised dry",
    fields: [
      {
        id: "heater.kind",
        label: "Kind of water heater",
        kind: "choice",
        options: [
          { id: "electric", label: "Electric tank" },
          { id: "gas", label: "Gas tank" },
          { id: "instant", label: "Tankless, gas" },
          { id: "instantElectric", label: "Tankless, electric" },
          { id: "heatPump", label: "Heat pump" },
          { id: "indirect", label: "Tank heated by a boiler" },
          { id: "none", label: "None" },
        ],
        blocks: "how the water heater is made safe",
      },
      {
        id: "heater.volume",
        label: "Volume",
        kind: "quantity",
        quantity: "volume",
        blocks: "the chlorine dose of a disinfection",
      },
      {
        id: "heater.expansion",
        label: "Expansion tank",
        kind: "choice",
        options: [...yesNo],
      },
    ],
  },
  {
    id: "power",
    title: "Power",
    lead: "Outlets near the train",
    fields: [
      {
        id: "power.outlet",
        label: "Outlet",
        kind: "choice",
        options: [
          { id: "protected", label: "Ground-fault protected" },
          { id: "unprotected", label: "Not protected" },
          { id: "dc", label: "DC only: boat or vehicle" },
          { id: "none", label: "None" },
        ],
        blocks: "whether powered units can be connected",
      },
      {
        id: "power.socket",
        label: "A socket by an electrician is ordered",
        kind: "choice",
        options: [...yesNo],
        when: { field: "power.outlet", is: ["none"] },
      },
      {
        id: "power.distance",
        label: "Distance to the train",
        kind: "quantity",
        quantity: "length",
      },
    ],
  },
  {
    id: "drain",
    title: "Drain",
    lead: "Where rinse and brine can go",
    fields: [
      {
        id: "drain.kind",
        label: "Drain",
        kind: "choice",
        options: [
          { id: "floor", label: "Floor drain" },
          { id: "standpipe", label: "Standpipe" },
          { id: "sump", label: "Sump" },
          { id: "sink", label: "Sink" },
          { id: "none", label: "None" },
        ],
      },
      {
        id: "drain.airGap",
        label: "Air gap possible",
        kind: "choice",
        options: [...yesNo],
        blocks: "whether a softener may drain here",
      },
      {
        id: "floor.carries",
        label: "Floor level, and carries a full tank",
        kind: "choice",
        options: [...yesNo],
      },
    ],
  },
  {
    id: "wall",
    title: "Wall",
    lead: "What the fixings meet; name every substrate",
    fields: [
      {
        id: "wall.substrate",
        label: "Substrate",
        kind: "choice",
        many: true,
        options: [
          { id: "woodStud", label: "Wood stud" },
          { id: "metalStud", label: "Metal stud" },
          { id: "concrete", label: "Concrete" },
          { id: "masonry", label: "Masonry" },
          { id: "plywood", label: "Plywood board" },
        ],
        blocks: "which fixings to bring",
      },
      {
        id: "wall.strips",
        label: "Which of them where",
        hint: "where there are several, one on a line: what, from the left, wide",
        kind: "strips",
      },
    ],
  },
  {
    id: "space",
    title: "Space",
    lead: "Free room for the train",
    fields: [
      {
        id: "space.width",
        label: "Width",
        kind: "quantity",
        quantity: "length",
        range: true,
        above: {
          value: 0,
          says: "There is more than nothing: write the free width, for example 2400 mm or 8 ft",
        },
      },
      {
        id: "space.height",
        label: "Height",
        kind: "quantity",
        quantity: "length",
        range: true,
        above: {
          value: 0,
          says: "There is more than nothing: write the free height, for example 2400 mm or 8 ft",
        },
      },
      {
        id: "space.depth",
        label: "Depth",
        kind: "quantity",
        quantity: "length",
        range: true,
        above: {
          value: 0,
          says: "There is more than nothing: write the free depth, for example 2400 mm or 8 ft",
        },
      },
      {
        id: "space.corner",
        label: "A corner in it",
        hint: "from the left, to where the wall turns towards you; the width counts both walls",
        kind: "quantity",
        quantity: "length",
      },
      {
        id: "wall.obstacles",
        label: "What is on the wall",
        hint: "one on a line: what, from the left, above the floor, wide, high",
        kind: "obstacles",
      },
      {
        id: "space.obstacles",
        label: "Door swing, and what else is in the way",
        kind: "text",
      },
    ],
  },
  {
    id: "frost",
    title: "Frost",
    lead: "What the place does in winter",
    fields: [
      {
        id: "frost.risk",
        label: "Can it freeze",
        kind: "choice",
        options: [...yesNo],
      },
      {
        id: "frost.ambient",
        label: "Coldest room temperature",
        kind: "quantity",
        quantity: "temperature",
        range: true,
      },
    ],
  },
  {
    id: "household",
    title: "Household and fixtures",
    lead: "How much water, and how much at once",
    fields: [
      {
        id: "household.persons",
        label: "People",
        kind: "count",
        blocks: "the softener's interval",
      },
      {
        id: "household.daily",
        label: "Daily volume",
        hint: "instead of people, for a business",
        kind: "quantity",
        quantity: "volume",
      },
      {
        id: "household.drinkers",
        label: "People who drink from the RO",
        kind: "count",
      },
      ...counts("fixture"),
      {
        id: "farTap.rise",
        label: "Farthest tap, above the cut",
        hint: "the tap with the most pipe and floors before it; below the cut: with a minus",
        kind: "quantity",
        quantity: "height",
        range: true,
        blocks: "the pressure at the farthest tap",
      },
      {
        id: "farTap.pipe",
        label: "Pipe from the cut to it",
        hint: "along its way",
        kind: "quantity",
        quantity: "height",
        range: true,
        above: {
          value: 0,
          says: "There is some pipe to every tap: write its length, for example 12 m or 40 ft",
        },
        blocks: "the pressure at the farthest tap",
      },
      {
        id: "farTap.size",
        label: "Size of that pipe",
        hint: "left open: as at the cut",
        kind: "choice",
        options: [...pipeSizes],
      },
      {
        id: "house.taps",
        label: "More taps, each by itself",
        hint: "one on a line: what, above the cut, of pipe from it; those that are far or high",
        kind: "taps",
      },
      {
        id: "house.runs",
        label: "Those taps hang",
        hint: "left open: on one pipe, so that what some draw is felt at the others",
        kind: "choice",
        options: [
          { id: "common", label: "On one pipe, by branches" },
          { id: "own", label: "Each on a pipe of its own" },
        ],
      },
      {
        id: "house.branch",
        label: "Branch from that pipe to a tap",
        hint: "left open: 3 m, about 10 ft",
        kind: "quantity",
        quantity: "height",
      },
      {
        id: "household.roDaily",
        label: "Product water wanted in a day",
        hint: "an aquarium, a workshop: what the user needs",
        kind: "quantity",
        quantity: "volume",
      },
      {
        id: "household.peakBy",
        label: "Peak flow by",
        kind: "choice",
        options: [
          { id: "larger", label: "The larger" },
          { id: "fixtureUnits", label: "Fixture units" },
          { id: "together", label: "Fixtures together" },
        ],
      },
    ],
  },
  {
    id: "together",
    title: "Running together",
    lead: "Which fixtures open at the same time",
    fields: counts("together", ["bathroomGroup", "laundryTray"]),
  },
  {
    id: "hours",
    title: "Water-off hours",
    lead: "When the house can be without water",
    fields: [
      {
        id: "hours.from",
        label: "From",
        kind: "time",
      },
      {
        id: "hours.to",
        label: "To",
        kind: "time",
      },
    ],
  },
  {
    id: "sink",
    title: "Under the sink",
    lead: "For drinking-water units",
    fields: [
      {
        id: "sink.coldStop",
        label: "Cold stop turns and holds",
        kind: "choice",
        options: [...yesNo],
      },
      {
        id: "sink.hotStop",
        label: "Hot stop turns and holds",
        kind: "choice",
        options: [...yesNo],
      },
      {
        id: "sink.rise",
        label: "Height above the gauge at the main",
        hint: "each floor above the gauge takes pressure",
        kind: "quantity",
        quantity: "height",
        range: true,
        blocks: "the feed pressure of a drinking-water unit",
      },
      {
        id: "sink.pipe",
        label: "Pipe from the cut to its stop",
        hint: "along its way, of the size at the cut",
        kind: "quantity",
        quantity: "height",
        range: true,
        above: {
          value: 0,
          says: "There is some pipe to every stop: write its length, for example 12 m or 40 ft",
        },
      },
      {
        id: "sink.hole",
        label: "Spare or sprayer hole",
        kind: "quantity",
        quantity: "pipeSize",
      },
      {
        id: "sink.height",
        label: "Free height under the sink",
        kind: "quantity",
        quantity: "length",
      },
      {
        id: "sink.width",
        label: "Free width under the sink",
        kind: "quantity",
        quantity: "length",
        above: {
          value: 0,
          says: "There is more than nothing: write the free width, for example 700 mm or 28 in",
        },
      },
      {
        id: "sink.depth",
        label: "Free depth under the sink",
        kind: "quantity",
        quantity: "length",
        above: {
          value: 0,
          says: "There is more than nothing: write the free depth, for example 500 mm or 20 in",
        },
      },
      {
        id: "sink.inside",
        label: "What is in the cabinet, seen from its door",
        hint: "one on a line: what, from the left, above its floor, wide, high; with its cold stop, its faucet hole and its trap tubes get their lengths",
        kind: "obstacles",
      },
      {
        id: "sink.stopSize",
        label: "Cold stop takes",
        kind: "choice",
        options: [
          { id: "3/8", label: "3/8 in" },
          { id: "1/2", label: "1/2 in" },
        ],
      },
      {
        id: "sink.hoseSize",
        label: "The faucet's hose at the stop",
        kind: "choice",
        options: [
          { id: "3/8", label: "3/8 in" },
          { id: "1/2", label: "1/2 in" },
        ],
      },
      {
        id: "sink.stopSide",
        label: "Stop on the",
        kind: "choice",
        options: [
          { id: "left", label: "Left" },
          { id: "right", label: "Right" },
        ],
      },
      {
        id: "faucet.thread",
        label: "Thread of the faucet, aerator off",
        kind: "choice",
        options: [
          { id: "outside", label: "Outside" },
          { id: "inside", label: "Inside" },
          { id: "none", label: "None" },
        ],
      },
      {
        id: "sink.worktop",
        label: "Worktop",
        kind: "choice",
        options: [
          { id: "steel", label: "Steel" },
          { id: "laminate", label: "Laminate" },
          { id: "stone", label: "Stone" },
          { id: "wood", label: "Wood" },
        ],
      },
      {
        id: "sink.reach",
        label: "Room behind the bowl to reach up",
        kind: "choice",
        options: [...yesNo],
      },
    ],
  },
  {
    id: "water",
    title: "Water test",
    lead: "What is in it; leave out what was not tested",
    fields: [
      {
        id: "water.hardness",
        label: "Total hardness",
        kind: "quantity",
        quantity: "hardness",
        range: true,
        blocks: "the softener and the scaling index",
      },
      {
        id: "water.calcium",
        label: "Calcium",
        kind: "quantity",
        quantity: "concentration",
        range: true,
      },
      {
        id: "water.magnesium",
        label: "Magnesium",
        kind: "quantity",
        quantity: "concentration",
        range: true,
      },
      {
        id: "water.iron",
        label: "Iron",
        kind: "quantity",
        quantity: "concentration",
        range: true,
        blocks: "softener, UV and RO feed limits",
      },
      {
        id: "water.ironForm",
        label: "Iron is",
        kind: "choice",
        options: [
          { id: "ferrous", label: "Ferrous (clear)" },
          { id: "ferric", label: "Ferric (rusty)" },
        ],
      },
      {
        id: "water.manganese",
        label: "Manganese",
        kind: "quantity",
        quantity: "concentration",
        range: true,
        blocks: "UV and RO feed limits",
      },
      {
        id: "water.ph",
        label: "pH",
        kind: "quantity",
        quantity: "ph",
        range: true,
        blocks: "whether the water attacks copper",
      },
      {
        id: "water.alkalinity",
        label: "Alkalinity",
        hint: "as CaCO3",
        kind: "quantity",
        quantity: "alkalinity",
        range: true,
        blocks: "the scaling index",
      },
      {
        id: "water.tds",
        label: "Dissolved solids",
        kind: "quantity",
        quantity: "concentration",
        range: true,
        blocks: "RO output",
      },
      {
        id: "water.conductivity",
        label: "Conductivity",
        hint: "gives dissolved solids where they were not tested",
        kind: "quantity",
        quantity: "conductivity",
        range: true,
      },
      {
        id: "water.tdsFactor",
        label: "Dissolved solids per µS/cm",
        kind: "choice",
        options: [
          { id: "0.5", label: "0.5" },
          { id: "0.55", label: "0.55" },
          { id: "0.6", label: "0.6" },
          { id: "0.65", label: "0.65" },
          { id: "0.7", label: "0.7" },
        ],
      },
      {
        id: "water.temperature",
        label: "Temperature",
        kind: "quantity",
        quantity: "temperature",
        range: true,
        above: {
          value: 0,
          says: "Water this cold is ice. Add the unit that is meant, for example 10 °C or 50 °F",
        },
        blocks: "RO output and backwash",
      },
      {
        id: "water.chlorine",
        label: "Free chlorine",
        kind: "quantity",
        quantity: "concentration",
        range: true,
        blocks: "whether carbon is needed",
      },
      {
        id: "water.chloramine",
        label: "Chloramine",
        kind: "quantity",
        quantity: "concentration",
        range: true,
        blocks: "which carbon is needed",
      },
      {
        id: "water.turbidity",
        label: "Turbidity",
        kind: "quantity",
        quantity: "turbidity",
        range: true,
        blocks: "feed limits of tanks and UV",
      },
      {
        id: "water.tannin",
        label: "Tannin",
        kind: "quantity",
        quantity: "concentration",
        range: true,
      },
      {
        id: "water.uvt",
        label: "UV transmittance",
        kind: "quantity",
        quantity: "transmittance",
        range: true,
        blocks: "the UV flow limit",
      },
      {
        id: "water.sulphide",
        label: "Hydrogen sulphide",
        kind: "quantity",
        quantity: "concentration",
        range: true,
        blocks: "softener and conditioner feed limits",
      },
      {
        id: "water.nitrate",
        label: "Nitrate",
        kind: "quantity",
        quantity: "concentration",
        range: true,
      },
      {
        id: "water.nitrateAs",
        label: "Nitrate stated as",
        kind: "choice",
        options: [
          { id: "NO3", label: "NO3" },
          { id: "N", label: "N" },
        ],
      },
      {
        id: "water.lead",
        label: "Lead",
        kind: "quantity",
        quantity: "traceConcentration",
        range: true,
      },
      {
        id: "water.copper",
        label: "Copper",
        kind: "quantity",
        quantity: "concentration",
        range: true,
      },
      {
        id: "water.sodium",
        label: "Sodium",
        kind: "quantity",
        quantity: "concentration",
        range: true,
      },
      {
        id: "water.coliform",
        label: "Total coliform",
        kind: "choice",
        options: [
          { id: "absent", label: "Absent" },
          { id: "present", label: "Present" },
        ],
        blocks: "whether the water needs disinfection",
      },
      {
        id: "water.ecoli",
        label: "E. coli",
        kind: "choice",
        options: [
          { id: "absent", label: "Absent" },
          { id: "present", label: "Present" },
        ],
        blocks: "whether the water needs disinfection",
      },
      {
        id: "water.organics",
        label: "Organic compounds found",
        kind: "choice",
        many: true,
        options: [
          { id: "voc", label: "VOC" },
          { id: "pfas", label: "PFAS" },
        ],
      },
      {
        id: "water.taste",
        label: "Taste or odour",
        kind: "choice",
        options: [...yesNo],
      },
    ],
  },
];

/** A question with the plans that it is asked for: its own, else those of its group. */
const forPlans = (group: SurveyGroup): SurveyGroup => ({
  ...group,
  fields: group.fields.map((field) => {
    const plans = askedFor[field.id] ?? askedFor[group.id];
    return plans ? { ...field, for: plans } : field;
  }),
});

/** The survey in the order in which one walks a house (handbook 1, Site). */
export const surveyGroups: readonly SurveyGroup[] = groups.map(forPlans);

export const surveyFields: ReadonlyMap<string, SurveyField> = new Map(
  surveyGroups.flatMap((g) => g.fields.map((f) => [f.id, f] as const)),
);

/** The questions of a group of the survey. */
export const groupFields = (id: string): readonly SurveyField[] =>
  surveyGroups.find((g) => g.id === id)!.fields;
