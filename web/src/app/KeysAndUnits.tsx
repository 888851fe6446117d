/** The keys there are, the units one by one, and which version this is. */
import { useQuery } from "@tanstack/react-query";

import { api } from "../api/client";
import { OTHER_KEYS, PHRASE_KEYS } from "../job/keys";
import { useJob } from "../job/provider";
import { QUANTITIES } from "../job/units";
import { Choices } from "../ui/Choices";

/** Which version this is: what somebody who asks for help is asked first. */
function Version() {
  const health = useQuery({ queryKey: ["health"], queryFn: api.health, staleTime: Infinity, retry: false });
  return health.data ? <p className="mt-3 text-sm text-faint">Fierce Bore {health.data.version}</p> : null;
}

type Props = { keysOn: boolean; onKeysOn: (on: boolean) => void; onWords: () => void };

export function KeysAndUnits({ keysOn, onKeysOn, onWords }: Props) {
  const { system, setSystem } = useJob();
  const keys = [...Object.entries(PHRASE_KEYS).map(([phrase, key]) => [key, phrase] as const), ...OTHER_KEYS];
  return (
    <>
      <button type="button" className="chip mb-3 justify-self-start" onClick={onWords}>
        Words of the trade
      </button>
      <dl className="grid grid-cols-2 gap-x-6 gap-y-1">
        {keys.map(([key, words]) => (
          <div key={key} className="flex gap-3">
            <dt className="figure w-16 shrink-0 font-bold text-bronze">{key}</dt>
            <dd className="m-0">{words}</dd>
          </div>
        ))}
      </dl>
      <h3 className="heading mt-3">Units, one by one</h3>
      <dl className="grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-1 text-sm">
        {QUANTITIES.map(([quantity, name, metric, inch]) => (
          <div key={quantity} className="contents">
            <dt>{name}</dt>
            <dd className="m-0">
              <Choices
                label={name}
                choices={
                  [
                    ["metric", metric],
                    ["inch", inch],
                  ] as const
                }
                chosen={system[quantity]}
                onChoose={(side) => setSystem({ ...system, [quantity]: side })}
              />
            </dd>
          </div>
        ))}
      </dl>
      <Version />
      <label className="mt-3 flex min-h-8 items-center gap-2 text-sm">
        <input type="checkbox" checked={keysOn} onChange={(event) => onKeysOn(event.target.checked)} />
        Single-letter keys on
      </label>
    </>
  );
}
