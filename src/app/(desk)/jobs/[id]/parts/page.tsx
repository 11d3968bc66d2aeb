import type { ReactNode } from "react";
import { hungUnits } from "@/phases/fit/template";
import { frameOf } from "@/phases/job/frame";
import { JobShell } from "@/phases/job/JobShell";
import { openJob, titled } from "@/phases/job/load";
import { changedParts, hadSaid } from "@/phases/parts/changed";
import { ChangedParts } from "@/phases/parts/ChangedParts";
import { CutListView } from "@/phases/parts/CutListView";
import { insteadOf } from "@/phases/parts/instead";
import { JointsView } from "@/phases/parts/JointsView";
import { partsOf, type Parts } from "@/phases/parts/listed";
import { Labels } from "@/phases/parts/Labels";
import { KeepOffcuts } from "@/phases/parts/KeepOffcuts";
import { offcutsFor } from "@/phases/parts/offcuts";
import { methodsOf } from "@/phases/parts/methods";
import { MethodsView } from "@/phases/parts/MethodsView";
import { NoParts } from "@/phases/parts/NoParts";
import { Orders } from "@/phases/parts/Orders";
import { PartsHead } from "@/phases/parts/PartsHead";
import { PartsList } from "@/phases/parts/PartsList";
import { SettleStock } from "@/phases/parts/SettleStock";
import { priced, sourcesOf, sourceSaid, type SourceWords } from "@/phases/parts/sources";
import { Templates } from "@/phases/parts/Templates";
import { Transitions } from "@/phases/parts/Transitions";
import { TubesView } from "@/phases/parts/TubesView";
import { OffWallOpen, TooShort } from "@/phases/parts/TooShort";
import { Van } from "@/phases/parts/Van";
import { openChoices } from "@/core/fit/flexible";
import type { Assembly } from "@/core/plumbing/assembly";
import { portLabels } from "@/core/plumbing/labels";
import { partOf, type TakeOffLine } from "@/core/plumbing/takeOffLine";
import { lineState } from "@/core/plumbing/van";
import { heldParts, offersByPart, movedBy, takenFor } from "@/data/queries/stock";
import { database } from "@/server/database";
import { may } from "@/server/permissions";
import { dayName } from "@/ui/time";
import type { Opened } from "@/phases/job/load";

export const generateMetadata = titled("Parts");

/**
 * Where the parts of a job come from, and how that is said; no sources while the company keeps neither
 * stock nor prices.
 */
async function stockFor({ job, now, person, settings }: Opened, lines: readonly TakeOffLine[]) {
  const [held, offers, taken] = await Promise.all([
    heldParts(database()),
    offersByPart(database()),
    takenFor(database(), job.id),
  ]);
  const ahead = job.visits
    .filter((v) => v.cancelled === undefined)
    .map((v) => Date.parse(v.from))
    .filter((at) => at > now);
  const by = ahead.length > 0 ? Math.min(...ahead) : undefined;
  const words: SourceWords = {
    profile: person.profile,
    money: new Intl.NumberFormat("en", { style: "currency", currency: settings.currency }),
    day: (at) => dayName(at, settings.timeZone),
  };
  const open = lines.filter((line) => lineState(line, job.parts[line.id]) !== "loaded");
  const sources = sourcesOf(open, { held, offers, taken, now, by });
  const openIds = new Set(open.map((line) => line.id));
  const said = (line: TakeOffLine) => {
    const source = openIds.has(line.id) ? sources?.get(partOf(line)) : undefined;
    return source ? sourceSaid(source, words) : "";
  };
  return { lines: priced(lines, offers), sources, taken, by, words, said };
}

/** How a train's pipes are cut, joined, and could be joined otherwise. */
function BuiltPipes({
  opened: { can, job, judged, known, person, settings },
  parts: { fit, names, cuttings },
  assembly,
  children,
}: {
  opened: Opened;
  parts: Parts;
  assembly: Assembly;
  children: ReactNode;
}) {
  const { profile } = person;
  const choices = fit.plan ? openChoices(fit.plan, assembly) : [];
  return (
    <>
      {fit.line.length > 0 && fit.plan?.piping.standOff === undefined ? <OffWallOpen jobId={job.id} /> : null}
      <TooShort faults={assembly.faults} names={names} profile={profile} />
      <CutListView cuttings={cuttings} names={names} profile={profile}>
        {children}
      </CutListView>
      <JointsView assembly={assembly} rules={known.joints} names={names} profile={profile} />
      {choices.length > 0 ? (
        <Transitions
          jobId={job.id}
          choices={choices}
          codes={Object.fromEntries(judged.stations.map((s) => [s.key, s.model.code]))}
          seen={job.designSeq}
          currency={settings.currency}
          readOnly={!can("unitsPlaced")}
        />
      ) : null}
      <MethodsView rows={methodsOf(job, judged, known)} currency={settings.currency} />
    </>
  );
}

/** What must be in the van: everything that the placed train asks for, with why. */
export default async function PartsPage({ params }: PageProps<"/jobs/[id]/parts">) {
  const opened = await openJob((await params).id);
  const { can, job, judged, known, person, settings } = opened;
  const profile = person.profile;
  const offcuts = await offcutsFor(database(), job.id);
  const parts = partsOf(job, judged, known, { profile, offcuts });
  const { fit, assembly, built, names, lines, tubing } = parts;
  const stock = await stockFor(opened, lines);
  const changes = changedParts(job, { lines, assembly }, known, { profile, offcuts });
  const hung = hungUnits(judged, profile);
  const labels = portLabels(judged.stations);
  const isKept = (await movedBy(database(), job.id)).size > 0;
  const mayMove = may(person.role, "moveStock") && !opened.readsOnly;
  return (
    <JobShell {...frameOf(opened, "parts")}>
      <PartsHead jobId={job.id} />
      <div className="grid grid-cols-1 gap-10">
        {assembly || fit.line.length === 0 ? null : <NoParts jobId={job.id} fit={fit} places={job.places} />}
        {changes ? (
          <ChangedParts
            changes={changes}
            profile={profile}
            hadOf={(change) => hadSaid(change, job, stock.taken, profile)}
          />
        ) : null}
        <Van
          job={{ id: job.id, name: job.name, seq: job.seq }}
          marks={job.parts}
          readOnly={!can("partChecked")}
        >
          <PartsList
            jobId={job.id}
            lines={stock.lines}
            assembly={built}
            names={names}
            profile={profile}
            currency={settings.currency}
            insteadOf={(line) => insteadOf(line, built, known.fittings)}
            sourceOf={stock.said}
          />
        </Van>
        {stock.sources ? (
          <section aria-labelledby="stock" data-stock>
            <h2 id="stock" className="mb-2">
              From stock and to order
            </h2>
            {mayMove ? <SettleStock jobId={job.id} /> : null}
            <Orders sources={[...stock.sources.values()]} by={stock.by} words={stock.words} />
          </section>
        ) : null}
        {assembly ? (
          <BuiltPipes opened={opened} parts={parts} assembly={assembly}>
            {mayMove ? <KeepOffcuts jobId={job.id} isKept={isKept} /> : null}
          </BuiltPipes>
        ) : null}
        {tubing.tubes.length > 0 ? (
          <TubesView jobId={job.id} tubing={tubing} rules={known.joints} profile={profile} />
        ) : null}
        {labels.length > 0 ? <Labels jobId={job.id} count={labels.length} /> : null}
        {hung.length > 0 ? <Templates jobId={job.id} units={hung} /> : null}
      </div>
    </JobShell>
  );
}
