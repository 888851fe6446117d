/** Two or three checks in columns, what differs marked; each as it was answered when it was kept. */
import { Dialog } from "radix-ui";

import { useJob } from "../../../job/provider";
import { useMaterials } from "../../../job/queries";
import { compare, type Side } from "../compare";

export default function Compare({ sides, onClose }: { sides: readonly Side[]; onClose: () => void }) {
  const { system } = useJob();
  const materials = useMaterials();
  return (
    <Dialog.Root open onOpenChange={onClose}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content aria-describedby={undefined} className="fixed inset-2 z-50 overflow-auto border border-ink bg-film p-4 wide:inset-x-16 wide:inset-y-6">
          <div className="flex items-baseline justify-between gap-4">
            <Dialog.Title className="text-lg font-semibold">Checks side by side</Dialog.Title>
            <Dialog.Close className="chip">Close</Dialog.Close>
          </div>
          <p className="text-sm text-faint">Where they differ the row is marked ≠ and set bold. Kept checks stand as they were answered then.</p>
          <table className="w-full border-collapse text-sm">
            <thead>
              <tr className="text-left align-bottom">
                <th className="w-44">
                  <span className="sr-only">Question</span>
                </th>
                {sides.map((side, place) => (
                  <th key={place} className="pt-2 pr-3 text-base font-semibold">
                    {side.name}
                  </th>
                ))}
              </tr>
            </thead>
            {compare(sides, materials.data ?? [], system).map(({ heading, rows }) => (
              <tbody key={heading}>
                <tr>
                  <th colSpan={sides.length + 1} scope="rowgroup" className="heading border-b border-ink pt-3 text-left">
                    {heading}
                  </th>
                </tr>
                {rows.map(({ label, cells, differs }) => (
                  <tr key={label} data-differs={differs} className="border-b border-rule align-top">
                    <th scope="row" className="py-0.5 pr-3 text-left font-normal text-faint">
                      {differs && (
                        <span className="font-bold text-bronze" title="differs">
                          ≠ <span className="sr-only">differs: </span>
                        </span>
                      )}
                      {label}
                    </th>
                    {cells.map((cell, place) => (
                      <td key={place} className={`py-0.5 pr-3 ${differs ? "font-semibold" : ""}`}>
                        {cell}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            ))}
          </table>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
