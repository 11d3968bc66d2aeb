"use client";
import type { UnitSystem } from "@/core/units";
import type { Picture } from "../pictureOf";
import { Carbon } from "./Carbon";
import { Softener } from "./Softener";
import { Uv } from "./Uv";

/** The one picture that explains how a unit was judged. */
export default function UnitPicture({ picture: p, profile }: { picture: Picture; profile: UnitSystem }) {
  switch (p.of) {
    case "uv":
      return <Uv p={p} profile={profile} />;
    case "carbon":
      return <Carbon p={p} profile={profile} />;
    case "softener":
      return <Softener p={p} profile={profile} />;
  }
}
