/** Two holes by which a unit hangs: mm. */
export interface HolePattern {
  /** Across a hole. */ readonly hole: number;
  /** From the middle of one to the middle of the other. */ readonly apart: number;
}

/** A sheet of a drilling template: from its left edge, mm. */
export interface TemplateSheet {
  /** The middles of holes. */ readonly holes: readonly number[];
  /** Lines that are laid on those of the sheets beside it. */ readonly matches: readonly number[];
}

/** Room at both ends of a sheet, so that a hole and its cross are whole, mm. */
const EDGE = 20;

/**
 * The sheets on which two holes are printed at 1:1, from the left to the right: one in whose middle both
 * stand, where they fit, else as many as it takes, laid together at their match lines. `width`: what a
 * printer reaches of a sheet, mm, more than 40; `apart` more than 0. The distances between marks, sheet by
 * sheet, add up to `apart`.
 */
export function templateSheets(apart: number, width: number): readonly TemplateSheet[] {
  const reach = width - 2 * EDGE;
  if (apart <= reach) {
    const first = (width - apart) / 2;
    return [{ holes: [first, first + apart], matches: [] }];
  }
  const count = Math.ceil(apart / reach);
  const each = apart / count;
  const right = EDGE + each;
  return Array.from({ length: count }, (_, i) => ({
    holes: [...(i === 0 ? [EDGE] : []), ...(i === count - 1 ? [right] : [])],
    matches: [...(i === 0 ? [] : [EDGE]), ...(i === count - 1 ? [] : [right])],
  }));
}
