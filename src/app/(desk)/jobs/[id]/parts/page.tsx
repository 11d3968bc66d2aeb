import { joints } from "@/catalogue/joints";
import { nothingBuilt } from "@/core/plumbing/assembly";
import { broughtOf } from "@/core/plumbing/brought";
import { takeOff } from "@/core/plumbing/takeOff";
import { assemblyOf, fitOf } from "@/core/record/fitOf";
import { frameOf } from "@/phases/job/frame";
import { JobShell } from "@/phases/job/JobShell";
import { openJob, titled } from "@/phases/job/load";
import { TooShort } from "@/phases/parts/TooShort";
import { CutListView } from "@/phases/parts/CutListView";
import { cuttingsOf } from "@/phases/parts/cuttings";
import { JointsView } from "@/phases/parts/JointsView";
import { methodsOf } from "@/phases/parts/methods";
import { MethodsView } from "@/phases/parts/MethodsView";
import { NoParts } from "@/phases/parts/NoParts";
import { PartsList } from "@/phases/parts/PartsList";
import { namesOf } from "@/core/plumbing/named";
import { insteadOf } from "@/phases/parts/instead";
import { Van } from "@/phases/parts/Van";
import { pipeName } from "@/phases/parts/words";

export const generateMetadata = titled("Parts");

/** What must be in the van: everything that the placed train asks for, with why. */
export default async function PartsPage({ params }: PageProps<"/jobs/[id]/parts">) {
  const opened = await openJob((await params).id);
  const { can, job, judged, known, person, settings } = opened;
  const fit = fitOf(job, judged, known);
  const assembly = assemblyOf(fit, job);
  const profile = person.profile;
  const units = judged.stations.map((s) => broughtOf(s, s.placement.connects));
  const beside = judged.stations.filter((s) => s.placement.connects !== "line").map((s) => s.model.code);
  const substrates = (job.answers["wall.substrate"]?.text ?? "").split(",").filter(Boolean);
  const built = assembly ?? nothingBuilt;
  const names = namesOf(
    built,
    fit.line.map(({ unit, model }) => ({ key: unit.key, code: model.code })),
    units,
    profile,
  );
  return (
    <JobShell {...frameOf(opened, "parts")}>
      <div className="mb-6">
        <h1>Parts</h1>
        <p className="text-soft">What must be in the van, how it is cut, and how every joint is made.</p>
        {beside.length > 0 ? (
          <p className="text-soft" data-unpiped>
            Not listed here yet: pipes and tubes of {beside.join(", ")}. Recipes and manuals name them.
          </p>
        ) : null}
      </div>
      <div className="grid grid-cols-1 gap-10">
        {assembly || fit.line.length === 0 ? null : <NoParts jobId={job.id} fit={fit} places={job.places} />}
        <Van
          job={{ id: job.id, name: job.name, seq: job.seq }}
          marks={job.parts}
          readOnly={!can("partChecked")}
        >
          <PartsList
            lines={takeOff(built, units, substrates, { pipe: pipeName, rules: joints, profile })}
            assembly={built}
            names={names}
            profile={profile}
            currency={settings.currency}
            insteadOf={(line) => insteadOf(line, built, known.fittings)}
          />
        </Van>
        {assembly ? (
          <>
            <TooShort faults={assembly.faults} names={names} profile={profile} />
            <CutListView cuttings={cuttingsOf(assembly)} names={names} profile={profile} />
            <JointsView assembly={assembly} rules={joints} names={names} profile={profile} />
            <MethodsView rows={methodsOf(job, judged, known)} currency={settings.currency} />
          </>
        ) : null}
      </div>
    </JobShell>
  );
}
