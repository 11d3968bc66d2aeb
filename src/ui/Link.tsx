"use client";
import NextLink, { useLinkStatus, type LinkProps } from "next/link";
import { createPortal } from "react-dom";

/** Says that the page is being fetched, where that takes longer than a moment. */
export function OnItsWay() {
  return (
    <p role="status" className="on-its-way">
      Fetching the page…
    </p>
  );
}

function WhilePending() {
  const { pending } = useLinkStatus();
  return pending ? createPortal(<OnItsWay />, document.body) : null;
}

/** A link to another page of Brant; while that page is fetched, the screen says so. */
export default function Link<R>({ children, ...props }: LinkProps<R>) {
  return (
    <NextLink {...props}>
      {children}
      <WhilePending />
    </NextLink>
  );
}
