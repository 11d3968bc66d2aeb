"use client";
import dynamic from "next/dynamic";

/** The sign-in in place. It follows the page, which is alive without it. */
export const SignInHere = dynamic(() => import("./SignInHere").then((m) => m.SignInHere), { ssr: false });
