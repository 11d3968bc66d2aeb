/** The cookie of a browser that has fetched the face of figures once. */
export const FIGURES = "brant.figures";
/** Its value, and that of the attribute that shows them in their face. */
export const OWN = "own";
