"use client";
import dynamic from "next/dynamic";

// What only the office shows on a run's page: a phone of the crew fetches none of it.
export const ChooseCrew = dynamic(() => import("./ChooseCrew").then((m) => m.ChooseCrew));
export const VisitForm = dynamic(() => import("./VisitForm").then((m) => m.VisitForm));
export const VisitChanges = dynamic(() => import("./VisitChanges").then((m) => m.VisitChanges));
