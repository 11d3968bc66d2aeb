"use client";
import dynamic from "next/dynamic";

const loading = (what: string) =>
  function Drawing() {
    return <p className="mt-8 min-h-64 text-soft">Drawing {what}…</p>;
  };

/** The charts' library comes only when a unit with a picture is looked at. */
export const RoFillLazy = dynamic(() => import("./RoFill"), {
  ssr: false,
  loading: loading("how the tank fills"),
});
export const UnitPictureLazy = dynamic(() => import("./pictures/UnitPicture"), {
  ssr: false,
  loading: loading("the picture"),
});
