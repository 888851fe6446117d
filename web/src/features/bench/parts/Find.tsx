/** Find anything: type a few letters, Enter takes the first, arrows choose. */
import { Dialog } from "radix-ui";
import { type KeyboardEvent, useState } from "react";

import { find, type Found } from "../find";

export function Find({ all, onClose }: { all: readonly Found[]; onClose: () => void }) {
  const [text, setText] = useState("");
  const [at, setAt] = useState(0);
  const found = find(all, text);
  const take = (one: Found | undefined) => {
    if (!one) return;
    onClose();
    // The dialog gives its focus back as it closes; what was found opens after that.
    requestAnimationFrame(() => one.take());
  };
  const keys = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step) {
      event.preventDefault();
      setAt((at + step + found.length) % Math.max(found.length, 1));
    }
    if (event.key === "Enter") {
      event.preventDefault();
      take(found[at]);
    }
  };
  return (
    <Dialog.Root open onOpenChange={onClose}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-16 left-1/2 z-50 grid max-h-[75vh] w-[min(34rem,calc(100vw-1rem))] -translate-x-1/2 gap-2 overflow-y-auto border border-ink bg-film p-3"
        >
          <Dialog.Title className="heading">Find anything</Dialog.Title>
          <input
            className="field"
            role="combobox"
            aria-expanded
            aria-controls="found"
            aria-activedescendant={found[at] ? `found-${at}` : undefined}
            aria-label="Find a phrase, a kept check, a metal, a machine or a drill"
            placeholder="diameter, rail splice, 4140, bench press, 12 mm …"
            value={text}
            autoFocus
            onChange={(event) => {
              setText(event.target.value);
              setAt(0);
            }}
            onKeyDown={keys}
          />
          <ul id="found" role="listbox" aria-label="Found" className="grid gap-1">
            {found.map((one, place) => (
              <li
                key={`${one.group} ${one.id}`}
                id={`found-${place}`}
                role="option"
                aria-selected={place === at}
                className="chip grid cursor-pointer grid-cols-[5rem_1fr] gap-x-2"
                data-chosen={place === at}
                onClick={() => take(one)}
              >
                <span className="text-sm text-faint">{one.group}</span>
                <span>
                  {one.name} <span className="text-sm text-faint">{one.more}</span>
                </span>
              </li>
            ))}
          </ul>
          {found.length === 0 && <p className="text-sm text-vermilion">Nothing here is called “{text}”.</p>}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
