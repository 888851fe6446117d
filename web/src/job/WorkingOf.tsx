import { later } from "../ui/later";
import { useJob } from "./provider";
import { useWorking } from "./queries";

const Working = later(() => import("./Working").then((part) => part.Working), "Working it out…");

/** The working of one limit, or of a part that several stand on, of the job on screen; asked for when it is opened. */
export function WorkingOf({ limit, scope }: { limit?: string; scope?: string }) {
  const { state } = useJob();
  const found = useWorking(state.jobs.now?.case ?? null);
  if (found.lost) return <p className="text-sm text-faint">The server does not answer; the working comes when it does.</p>;
  if (!found.data) return <p className="text-sm text-faint">Working it out…</p>;
  const steps = limit ? found.data.limits[limit] : found.data.scopes[scope ?? ""];
  return (
    <div className={found.stale ? "stale" : ""}>
      <Working steps={steps ?? []} />
    </div>
  );
}
