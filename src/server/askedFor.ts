/** The header in which the page that was asked for reaches whoever has to send a person elsewhere first. */
export const ASKED_FOR = "x-asked-for";

/** A page to be led to on the way to another, which it leads on to. */
export const onTheWayTo = (page: string, asked: string | null): string =>
  asked === null || asked === "/" ? page : `${page}?next=${encodeURIComponent(asked)}`;
