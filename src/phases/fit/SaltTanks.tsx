"use client";
import { useState } from "react";
import { placeBeside } from "@/core/fit/beside";
import type { Standing, WallUnit } from "@/core/fit/standing";
import type { Wall } from "@/core/fit/wall";
import { VerdictShape } from "@/ui/VerdictMark";

/** Salt tanks: put on the wall at the free place nearest to their softener, and taken off it again. */
export function SaltTanks({
  wall,
  units,
  standings,
  offered,
  busy,
  put,
  takeOff,
}: {
  readonly wall: Wall;
  /** What stands on the wall, salt tanks among it. */
  readonly units: readonly WallUnit[];
  readonly standings: readonly Standing[];
  /** Salt tanks of softeners that stand there, not on the wall themselves. */
  readonly offered: readonly WallUnit[];
  readonly busy: boolean;
  readonly put: (tank: WallUnit, at: Standing) => void;
  readonly takeOff: (tank: WallUnit) => void;
}) {
  const [full, setFull] = useState<string>();
  const there = units.filter((u) => u.tether);
  const begin = (tank: WallUnit) => {
    const at = placeBeside(wall, units, standings, tank);
    setFull(at ? undefined : tank.key);
    if (at) put(tank, at);
  };
  return (
    <>
      {offered.map((tank) => (
        <div key={tank.key} data-salt={tank.key}>
          <button type="button" className="button quiet" disabled={busy} onClick={() => begin(tank)}>
            Put the {tank.name} on this wall
          </button>
          {full === tank.key ? (
            <p role="alert">
              <VerdictShape level="Stop" /> Stop: it has no room on this wall within reach of its valve
            </p>
          ) : null}
        </div>
      ))}
      {there.map((tank) => (
        <div key={tank.key} data-salt={tank.key}>
          <button type="button" className="button quiet" disabled={busy} onClick={() => takeOff(tank)}>
            Take the {tank.name} off this wall
          </button>
        </div>
      ))}
    </>
  );
}
