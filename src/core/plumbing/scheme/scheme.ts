import type { Handle, Point, Treating, Way } from "./inside";

/**
 * What a part has inside: ways between its ports and points of its own, handles that open and shut them,
 * and what treats the water on its way. An end of a way is a port by its name, else a point by its id.
 */
export interface Inside {
  readonly points?: readonly Point[];
  readonly ways?: readonly Way[];
  readonly handles?: readonly Handle[];
  readonly treats?: readonly Treating[];
}

/** A part of an installation: at which joint it meets others by each of its ports. */
export interface Part {
  readonly ports: Readonly<Record<string, string>>;
  readonly inside: Inside;
}

/**
 * What an installation is of, and how it is joined, whatever its pipes' lengths (handbook 4, Model). A
 * joint is where ports of two parts meet, or of several by a tee. Joints that are opened or made after the
 * first water are parts of their own, with a handle.
 */
export interface Scheme {
  /** By their ids; water from a part's opening goes to the one of kind air, or of kind drain. */
  readonly joints: readonly Point[];
  readonly parts: readonly Part[];
}

/** Collects a scheme, along the water. */
export class SchemeBuilder {
  readonly joints: Point[] = [];
  readonly parts: Part[] = [];

  /** A joint, once however often it is named. Returns its id. */
  joint(id: string, kind: Point["kind"] = "junction", over: Partial<Point> = {}): string {
    if (!this.joints.some((j) => j.id === id)) this.joints.push({ id, kind, ...over });
    return id;
  }

  /** A part at its joints. */
  part(ports: Part["ports"], inside: Inside): void {
    if (inside.ways?.some((way) => way.to === "drain")) this.joint("drain", "drain", { name: "Drain" });
    this.parts.push({ ports, inside });
  }

  /** A pipe from one joint to another. */
  pipe(a: string, b: string): void {
    this.part({ a, b }, { ways: [{ id: `p.${a}-${b}`, from: "a", to: "b", kind: "pipe" }] });
  }
}
