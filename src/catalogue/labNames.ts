import { surveyGroups } from "./survey";
import { plain, type FieldKind, type LabNames } from "../core/water/lab";

/** What laboratories call the values of a water test: English, German, French, Spanish, and symbols. */
const spellings: Readonly<Record<string, readonly string[]>> = {
  "water.hardness": ["hardness", "total hardness", "hardness total", "hardness as CaCO3", "total hardness as CaCO3", "Gesamthärte", "Härte", "Wasserhärte", "dureté", "dureté totale", "titre hydrotimétrique", "TH", "dureza", "dureza total", "GH"],
  "water.calcium": ["calcium", "Ca", "Ca2+", "Ca++", "kalzium", "calcio"],
  "water.magnesium": ["magnesium", "Mg", "Mg2+", "Mg++", "magnésium", "magnesio"],
  "water.iron": ["iron", "total iron", "iron total", "Fe", "Fe total", "Fe ges", "Eisen", "Eisen gesamt", "Gesamteisen", "fer", "fer total", "hierro", "hierro total"],
  "water.manganese": ["manganese", "manganese total", "Mn", "Mangan", "manganèse", "manganeso"],
  "water.ph": ["pH", "pH value", "pH-Wert", "pH Wert", "valeur pH", "valor de pH", "pH lab"],
  "water.alkalinity": ["alkalinity", "total alkalinity", "alkalinity total", "alkalinity as CaCO3", "Alkalität", "Säurekapazität", "Säurekapazität bis pH 4,3", "KS4,3", "m-Wert", "alcalinité", "titre alcalimétrique complet", "TAC", "alcalinidad", "alcalinidad total"],
  "water.tds": ["TDS", "total dissolved solids", "dissolved solids", "Abdampfrückstand", "gelöste Stoffe", "résidu sec", "solides dissous", "matières dissoutes", "sólidos disueltos", "sólidos disueltos totales", "SDT", "residuo seco"],
  "water.conductivity": ["conductivity", "electrical conductivity", "specific conductance", "EC", "Leitfähigkeit", "elektrische Leitfähigkeit", "conductivité", "conductividad"],
  "water.temperature": ["temperature", "water temperature", "temp", "Temperatur", "Wassertemperatur", "température", "temperatura"],
  "water.chlorine": ["chlorine", "free chlorine", "chlorine free", "Cl2", "residual chlorine", "freies Chlor", "Chlor frei", "Chlor", "chlore libre", "chlore résiduel", "cloro", "cloro libre"],
  "water.chloramine": ["chloramine", "chloramines", "monochloramine", "NH2Cl", "combined chlorine", "gebundenes Chlor", "Chloramin", "chlore combiné", "cloraminas", "cloro combinado"],
  "water.turbidity": ["turbidity", "Trübung", "turbidité", "turbidez", "turb"],
  "water.tannin": ["tannin", "tannins", "tannic acid", "Tannine", "tanins", "taninos"],
  "water.uvt": ["UVT", "UV transmittance", "UV transmission", "UV-Durchlässigkeit", "transmittance UV", "transmittance 254 nm", "UVT254", "transmitancia UV"],
  "water.sulphide": ["hydrogen sulphide", "hydrogen sulfide", "sulphide", "sulfide", "H2S", "Schwefelwasserstoff", "sulfure d'hydrogène", "hydrogène sulfuré", "sulfuro de hidrógeno", "sulfuro"],
  "water.nitrate": ["nitrate", "nitrates", "NO3", "NO3-", "NO3-N", "nitrate as N", "nitrate as NO3", "nitrate-N", "nitrate nitrogen", "Nitrat", "Nitrat-N", "Nitratstickstoff", "azote nitrique", "nitrato", "nitratos", "nitrógeno nítrico"],
  "water.lead": ["lead", "total lead", "Pb", "Blei", "plomb", "plomo"],
  "water.copper": ["copper", "total copper", "Cu", "Kupfer", "cuivre", "cobre"],
  "water.coliform": ["total coliform", "total coliforms", "coliform", "coliforms", "coliform bacteria", "Coliforme", "coliforme Bakterien", "coliformes", "coliformes totaux", "bactéries coliformes", "coliformes totales"],
  "water.ecoli": ["E. coli", "E.coli", "Escherichia coli", "Ecoli"],
};
const roles: Readonly<Record<keyof LabNames["roles"], readonly string[]>> = {
  parameter: ["parameter", "analyte", "test", "determinand", "Messgröße", "Kenngröße", "paramètre", "parámetro", "determinación", "Untersuchung"],
  result: ["result", "results", "value", "Ergebnis", "Messwert", "Wert", "résultat", "resultado", "valor", "valeur"],
  unit: ["unit", "units", "Einheit", "unité", "unidad", "unidades", "uom"],
  date: ["date", "sample date", "date sampled", "sampled", "collected", "Datum", "Probenahme", "Probenahmedatum", "Entnahmedatum", "date de prélèvement", "prélèvement", "fecha", "fecha de muestreo", "fecha de toma"],
  aside: ["sample", "sample id", "sample no", "lab id", "lab number", "sample point", "location", "site", "Probe", "Probe Nr", "Probennummer", "Entnahmestelle", "Labornummer", "échantillon", "n° échantillon", "référence", "lieu", "point de prélèvement", "muestra", "punto de muestreo", "referencia", "method", "Methode", "Verfahren", "méthode", "método", "limit", "Grenzwert", "limite", "límite", "norma", "MCL", "comment", "Bemerkung", "id"],
};

export const labNames: LabNames = {
  fields: new Map(Object.entries(spellings).flatMap(([field, names]) => names.map((n) => [plain(n), field] as const))),
  roles: Object.fromEntries(Object.entries(roles).map(([role, names]) => [role, new Set(names.map(plain))])) as unknown as LabNames["roles"],
};

/** How the survey's fields of the water test take results of a laboratory. */
export const labFields: ReadonlyMap<string, FieldKind & { readonly label: string }> = new Map(surveyGroups.find((g) => g.id === "water")!.fields.flatMap((f): (readonly [string, FieldKind & { readonly label: string }])[] =>
  f.kind === "quantity" ? [[f.id, { kind: "quantity", quantity: f.quantity, label: f.label }]] : f.id === "water.coliform" || f.id === "water.ecoli" ? [[f.id, { kind: "presence", label: f.label }]] : []));
