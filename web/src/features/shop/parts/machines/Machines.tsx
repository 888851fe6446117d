/** The yard's machines, each by its outline and its speeds; the one taken up is drawn beside the list. */
import { useState } from "react";
import { Link, useLocation, useParams } from "wouter";

import { MachineOutline } from "../../../../drawing/shop/MachineOutline";
import { SpeedRuler } from "../../../../drawing/SpeedRuler";
import { useMachines } from "../../../../job/queries";
import { type Machine, stagesOf } from "../../../../job/types";
import { useMay } from "../../queries";
import { MachineScreen } from "./MachineScreen";

export function Machines() {
  const { id } = useParams<{ id?: string }>();
  const [, navigate] = useLocation();
  const machines = useMachines();
  const [said, setSaid] = useState<string | null>(null);
  const may = useMay("lead");
  const list = machines.data ?? [];
  const record = id === "new" ? null : (list.find((one) => one.id === id) ?? (id ? undefined : list[0]));
  if (machines.isPending) return <p className="py-4">Opening the yard…</p>;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4 wide:grid-cols-[15rem_minmax(0,1fr)]">
      <nav aria-label="Machines" className="no-print">
        <ul className="flex gap-1.5 overflow-x-auto pb-2 wide:grid wide:overflow-visible">
          {list.map((one) => (
            <li key={one.id} className="shrink-0">
              <Link
                to={`/shop/machines/${one.id}`}
                aria-current={record?.id === one.id ? "page" : undefined}
                className="chip flex items-center gap-2 text-ink no-underline"
                data-chosen={record?.id === one.id}
              >
                <MachineOutline kind={one.kind} width={34} />
                <span className="grid leading-tight">
                  <span className="text-sm font-semibold">{one.name}</span>
                  <SpeedRuler stages={stagesOf(one.spec as Machine)} />
                </span>
              </Link>
            </li>
          ))}
          {may && (
            <li className="shrink-0">
              <Link to="/shop/machines/new" className="chip block font-semibold text-ink no-underline" data-chosen={id === "new"}>
                Describe another machine
              </Link>
            </li>
          )}
        </ul>
      </nav>
      {record === undefined ? (
        <p>
          {list.length === 0
            ? "No machine stands in the yard yet. Describe the first one: its motor plate, its pulleys or speeds, its lever."
            : "There is no such machine; it may be in the archive."}
        </p>
      ) : (
        <MachineScreen
          said={said}
          onSaid={setSaid}
          key={`${record?.id ?? "new"} ${record?.revision ?? 0}`}
          record={record}
          onSaved={(saved) => navigate(`/shop/machines/${saved}`)}
          onGone={() => navigate("/shop/machines")}
        />
      )}
    </div>
  );
}
