/** A whole set, or one cutter, by the name on its lid; seen standing before it is put in. */
import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";
import { useSearch } from "wouter";

import { api, Refused } from "../../../../api/client";
import { inWords, useWritten } from "../../queries";
import { Drawer } from "./Drawer";

export function QuickAdd() {
  const id = useId();
  // What a plan lacks comes with the address.
  const [text, setText] = useState(new URLSearchParams(useSearch()).get("put") ?? "");
  const [place, setPlace] = useState("");
  const [said, setSaid] = useState<string | null>(null);
  const written = useWritten();
  const preview = useQuery({
    queryKey: ["set", text],
    queryFn: () => api.previewSet(text),
    enabled: text.trim().length > 1,
    retry: false,
    staleTime: Infinity,
  });
  const problem = preview.error instanceof Refused ? preview.error.message : null;
  const slots = text.trim().length > 1 ? (preview.data?.slots ?? []) : [];
  const add = async () => {
    try {
      const put = await api.addSet(text, place);
      await written();
      setSaid(`${put.cutters.length} put in: ${put.cutters[0]?.name ?? ""}${put.cutters.length > 1 ? ` to ${put.cutters.at(-1)?.name ?? ""}` : ""}.`);
      setText("");
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  return (
    <form
      className="plate grid gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (slots.length) void add();
      }}
    >
      <div className="grid items-end gap-x-4 gap-y-1 sm:grid-cols-[1fr_12rem_auto]">
        <label htmlFor={id} className="grid text-xs text-faint">
          Put in a set or a single, as its lid reads
          <input
            id={id}
            className="plate-field figure text-base text-ink"
            value={text}
            placeholder="HSS jobber 1-13 x 0.5"
            autoComplete="off"
            spellCheck={false}
            aria-describedby={`${id}-said`}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
        <label className="grid text-xs text-faint">
          Where it goes
          <input
            className="plate-field text-base text-ink"
            value={place}
            placeholder="not said"
            maxLength={60}
            onChange={(event) => setPlace(event.target.value)}
          />
        </label>
        <button type="submit" className="chip font-semibold" disabled={slots.length === 0}>
          Put {slots.length > 1 ? `all ${slots.length}` : "it"} in
        </button>
      </div>
      <p id={`${id}-said`} aria-live="polite" className={`min-h-4 text-xs ${problem ? "text-vermilion" : "text-faint"}`}>
        {problem ?? said ?? "Also: #1-#60 · A-Z · cobalt stub 3, 4, 5 · 1/16-1/2 x 1/64 · annular HSS 12-50 x 2, 30 deep · taps M3-M12"}
      </p>
      {slots.length > 0 && (
        <Drawer
          drawer={{
            title: "As it would stand",
            place: "",
            is_set: false,
            gaps: 0,
            slots: slots.map((slot, k) => ({ ...slot, cutter: `new ${k}` })),
          }}
          chosen={null}
          onChoose={() => undefined}
        />
      )}
    </form>
  );
}
