import { joints } from "@/catalogue/joints";
import { familyOf } from "@/core/families";
import { takeOff, type BroughtUnit } from "@/core/plumbing/takeOff";
import { assemblyOf, fitOf } from "@/phases/fit/ofJob";
import { frameOf } from "@/phases/job/frame";
import { JobShell } from "@/phases/job/JobShell";
import { openJob, titled } from "@/phases/job/load";
import { CutListView } from "@/phases/parts/CutListView";
import { cuttingsOf } from "@/phases/parts/cuttings";
import { JointsView } from "@/phases/parts/JointsView";
import { methodsOf } from "@/phases/parts/methods";
import { MethodsView } from "@/phases/parts/MethodsView";
import { NoParts } from "@/phases/parts/NoParts";
import { PartsList } from "@/phases/parts/PartsList";
import { namesOf, pipeName } from "@/phases/parts/words";

export const generateMetadata = titled("Parts");

/** What must be in the van: everything that the placed train asks for, with why. */
export default async function PartsPage({ params }: PageProps<"/jobs/[id]/parts">) {
  const opened = await openJob((await params).id);
  const { job, judged, known, person, settings } = opened;
  const fit = fitOf(job, judged, known);
  const assembly = assemblyOf(fit, job);
  const profile = person.profile;
  const units = fit.line.map(({ unit, model }): BroughtUnit => ({
    key: unit.key,
    code: model.code,
    box: model.fit?.box ?? [],
    notInBox: model.fit?.notInBox ?? [],
    tools: model.fit?.tools ?? [],
    hangs: !familyOf(model).onFloor,
  }));
  const substrates = (job.answers["wall.substrate"]?.text ?? "").split(",").filter(Boolean);
  const names = assembly && namesOf(assembly, units, profile);
  return (
    <JobShell {...frameOf(opened, "parts")}>
      <div className="mb-6">
        <h1>Parts</h1>
        <p className="text-soft">What must be in the van, how it is cut, and how every joint is made.</p>
      </div>
      {assembly && names ? (
        <div className="grid grid-cols-1 gap-10">
          <PartsList
            lines={takeOff(assembly, units, substrates, { pipe: pipeName, rules: joints })}
            assembly={assembly}
            names={names}
            profile={profile}
            currency={settings.currency}
          />
          <CutListView cuttings={cuttingsOf(assembly)} names={names} profile={profile} />
          <JointsView assembly={assembly} rules={joints} names={names} />
          <MethodsView rows={methodsOf(job, judged, known)} currency={settings.currency} />
        </div>
      ) : (
        <NoParts jobId={job.id} fit={fit} places={job.places} />
      )}
    </JobShell>
  );
}
