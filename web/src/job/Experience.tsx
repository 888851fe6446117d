/** What the shop's own log made of this answer, and, opened, the cuts that moved it. */
import { useQuery } from "@tanstack/react-query";
import { Popover } from "radix-ui";
import { useState } from "react";
import { Link } from "wouter";

import { api, inWords, type Schemas } from "../api/client";
import { day } from "../ui/dates";
import type { Case } from "./types";
import { inUnits, significant } from "./units";
import { useUnits } from "./useUnits";

type Moved = Schemas["MovedWhole"];

function Quantity({ name, of, cuts }: { name: string; of: Moved["quantities"][string]; cuts: Moved["cuts"] }) {
  const system = useUnits();
  return (
    <section className="grid gap-1">
      <b className="first-letter:uppercase">
        {name} × {significant(of.factor, 3)}, band {Math.round(100 * of.spread_left)} % as wide
      </b>
      {of.capped && <span className="text-faint">never cut together here: held near what its like have shown</span>}
      <table className="w-full border-collapse text-sm">
        <thead>
          <tr className="border-b border-ink text-left text-faint">
            <th className="pr-2 font-normal">cut</th>
            <th className="pr-2 text-right font-normal">reading over reckoning</th>
            <th className="text-right font-normal">without it, ×</th>
          </tr>
        </thead>
        <tbody>
          {of.cuts.map((one) => (
            <tr key={one.id} className="border-b border-rule">
              <td className="py-0.5 pr-2">
                {inUnits(cuts[one.id]?.name ?? one.id, system)} <span className="whitespace-nowrap text-faint">{day(cuts[one.id]?.at ?? "")}</span>
                {one.weight < 0.99 && <span className="text-faint"> counts {Math.round(100 * one.weight)} %</span>}
              </td>
              <td className="figure pr-2 text-right">{significant(one.ratio, 3)}</td>
              <td className="figure text-right">{significant(one.factor_without, 3)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Opened({ job }: { job: Case }) {
  const found = useQuery({ queryKey: ["experience", job], queryFn: ({ signal }) => api.experience(job, signal), retry: false });
  if (found.error) return <p role="alert">{inWords(found.error)}</p>;
  if (!found.data) return <p>Looking…</p>;
  return (
    <div className="grid gap-3">
      {Object.entries(found.data.quantities).map(([name, of]) => (
        <Quantity key={name} name={name} of={of} cuts={found.data.cuts} />
      ))}
      <p className="m-0 text-sm text-faint">
        The cuts that move it most come first. Each can be left out under{" "}
        <Link to="/cuts" className="underline">
          Cuts
        </Link>
        , and the whole log be switched off there.
      </p>
    </div>
  );
}

export function Experience({ said, job }: { said: Schemas["ExperienceAnswer"]; job: Case }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="tap text-left text-sm text-ink underline decoration-dotted first-letter:uppercase">{said.words}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          collisionPadding={8}
          aria-label="What the log made of it"
          className="z-30 max-h-[70vh] w-[min(40rem,calc(100vw-1rem))] overflow-y-auto border border-ink bg-film p-3 shadow-[4px_4px_0_var(--rule)]"
        >
          {open && <Opened job={job} />}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
