"use client";
import dynamic from "next/dynamic";

// What a run's page shows to the office, or at its beginning: a phone at a step fetches none of it.
export const CarryOn = dynamic(() => import("./CarryOn").then((m) => m.CarryOn));
export const StartRun = dynamic(() => import("./StartRun").then((m) => m.StartRun));
export const ChooseCrew = dynamic(() => import("./ChooseCrew").then((m) => m.ChooseCrew));
export const VisitForm = dynamic(() => import("./VisitForm").then((m) => m.VisitForm));
export const VisitChanges = dynamic(() => import("./VisitChanges").then((m) => m.VisitChanges));
