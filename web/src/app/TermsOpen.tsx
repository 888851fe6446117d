/** The words of the trade and of this program, each in a sentence; looked up by any of their names. */
import { Dialog } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { Link } from "wouter";

import { addressOf } from "../job/book";
import { useGlossary } from "../job/queries";

function List({ at, onAt }: { at: string; onAt: (id: string | null) => void }) {
  const all = useGlossary();
  const [text, setText] = useState("");
  const list = useRef<HTMLDListElement>(null);
  const wanted = text.trim().toLowerCase();
  const named = (all.data ?? []).filter((one) => [one.term, ...one.also].some((name) => name.toLowerCase().includes(wanted)));
  const said = (all.data ?? []).filter((one) => !named.includes(one) && one.means.toLowerCase().includes(wanted));
  useEffect(() => {
    list.current?.querySelector(`[data-term="${CSS.escape(at)}"]`)?.scrollIntoView?.({ block: "start" });
  }, [at, all.data]);
  const termOf = (id: string) => all.data?.find((one) => one.id === id)?.term ?? id;
  return (
    <>
      <input
        className="field"
        type="search"
        aria-label="Look up a word"
        placeholder="web, annular cutter, HRC, S6 …"
        value={text}
        autoFocus={at === ""}
        onChange={(event) => setText(event.target.value)}
      />
      {all.isError && <p className="text-vermilion">The server does not answer; the words come when it does.</p>}
      <dl ref={list} tabIndex={0} aria-label="Words" className="grid gap-2 overflow-y-auto">
        {[...named, ...said].map((one) => (
          <div key={one.id} data-term={one.id} className={`border-t border-rule pt-1 ${one.id === at ? "border-l-4 border-l-bronze pl-2" : ""}`}>
            <dt>
              <b className="inline-block first-letter:uppercase">{one.term}</b>{" "}
              {one.also.length > 0 && <span className="text-sm text-faint">also {one.also.join(", ")}</span>}
            </dt>
            <dd className="m-0">
              <span className="block first-letter:uppercase">{one.means}.</span>
              <span className="flex gap-3">
                {one.see && (
                  <button
                    type="button"
                    className="term text-sm"
                    onClick={() => {
                      setText("");
                      onAt(one.see);
                    }}
                  >
                    See {termOf(one.see)}
                  </button>
                )}
                <Link to={addressOf({ page: "words", row: one.id, find: one.term })} className="term text-sm" onClick={() => onAt(null)}>
                  In the book
                </Link>
              </span>
              <span className="block text-xs text-faint">{one.source}</span>
            </dd>
          </div>
        ))}
      </dl>
      {all.data && named.length + said.length === 0 && <p>Nothing here is called “{text}”. Try a shorter piece of the word.</p>}
    </>
  );
}

/** The glossary over whatever is on screen, at a word or at its beginning. */
export function TermsOpen({ at, onAt }: { at: string; onAt: (id: string | null) => void }) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onAt(null)}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-2 top-[6vh] z-50 mx-auto grid max-h-[88vh] max-w-xl grid-rows-[auto_auto_1fr] gap-2 border border-ink bg-film p-4"
        >
          <div className="flex items-baseline justify-between gap-3">
            <Dialog.Title className="text-lg font-semibold">Words of the trade</Dialog.Title>
            <Dialog.Close className="chip">Close</Dialog.Close>
          </div>
          <List at={at} onAt={onAt} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
