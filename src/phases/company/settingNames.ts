/** What the company's settings are called, where they are typed and where one is at fault. */
export const settingNames = {
  name: "Name",
  phone: "Phone",
  address: "Address",
  licence: "Licence number",
  profile: "Units",
  currency: "Currency",
  timeZone: "Time zone",
  waterOffFrom: "Water may be off from",
  waterOffTo: "Water may be off until",
  roDiscards: "RO tanks to discard",
  lockAfter: "Minutes until a screen locks itself",
  secondFactor: "Second factor for owners and planners",
  "tap.copper": "Copper",
  "tap.chlorine": "Free chlorine",
  "tap.sodium": "Sodium",
  "anchors.woodStud.holds": "Wood stud: one holds",
  "anchors.woodStud.pullsOut": "Wood stud: pulled out by",
  "anchors.metalStud.holds": "Metal stud: one holds",
  "anchors.metalStud.pullsOut": "Metal stud: pulled out by",
  "anchors.concrete.holds": "Concrete: one holds",
  "anchors.concrete.pullsOut": "Concrete: pulled out by",
  "anchors.masonry.holds": "Masonry: one holds",
  "anchors.masonry.pullsOut": "Masonry: pulled out by",
} as const;

export type SettingName = keyof typeof settingNames;
