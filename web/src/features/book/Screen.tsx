/** The book beside the bench: tables and words of the trade, one box to look things up in, every row with its source. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useLocation, useRoute, useSearch } from "wouter";

import { inWords } from "../../api/client";
import { reference } from "../../api/reference";
import { addressOf, placeOf } from "../../job/book";
import { ScreenLink } from "../../ui/ScreenLink";
import { Found } from "./parts/Found";
import { Page } from "./parts/Page";

const EVER = { staleTime: Infinity, retry: 1 } as const;
const FIRST = "sizes";
/** Where the table stands beside what was found, not below it. */
const BESIDE = "(min-width: 64rem)";

export function Book() {
  const [, params] = useRoute("/book/:page?");
  const place = placeOf(params?.page, useSearch());
  const [, navigate] = useLocation();
  const [text, setText] = useState(place.find);
  const asked = text.trim();
  const contents = useQuery({ queryKey: ["book"], queryFn: reference.contents, ...EVER });
  const found = useQuery({
    queryKey: ["book-find", asked],
    queryFn: ({ signal }) => reference.find(asked, signal),
    enabled: asked !== "",
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
  const first = asked !== "" && place.find !== asked ? found.data?.hits[0] : undefined;
  const shown = place.page && place.find === asked ? { page: place.page, row: place.row } : first ? { page: first.page, row: first.row } : null;
  const at = shown ?? { page: place.page || FIRST, row: place.row };
  const page = useQuery({ queryKey: ["book", at.page], queryFn: () => reference.page(at.page), ...EVER, placeholderData: keepPreviousData });
  useEffect(() => {
    document.title = page.data ? `${page.data.words}: the book` : "The book beside the bench";
  }, [page.data]);
  const look = (typed: string) => {
    setText(typed);
    // What was looked up is in the address only once one of its rows is gone to.
    if (typed.trim() === "" && place.find) navigate(addressOf({ ...place, find: "" }), { replace: true });
  };
  return (
    <main className="mx-auto grid max-w-[1720px] grid-cols-[minmax(0,1fr)] content-start gap-3 px-3 pt-2 pb-8 wide:grid-cols-[19rem_minmax(0,1fr)] wide:gap-6 wide:px-5">
      <h1 className="sr-only">The book beside the bench: tables and words of the trade</h1>
      <div className="no-print grid content-start gap-2 wide:sticky wide:top-2 wide:max-h-[calc(100vh-1rem)] wide:overflow-y-auto">
        <label className="grid text-xs text-faint">
          Look up: M8, 5/16, 30 HRC, 16 H7, #7, 500 psi, brass, squeal
          <input
            type="search"
            className="plate-field w-full text-lg text-ink"
            value={text}
            autoComplete="off"
            spellCheck={false}
            maxLength={80}
            onChange={(event) => look(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === "Enter" && first) navigate(addressOf({ page: first.page, row: first.row, find: asked }));
            }}
          />
        </label>
        <div aria-live="polite">{asked !== "" && <Found text={asked} found={found.data} error={found.error} at={at} />}</div>
        <nav aria-label="Pages of the book" className={`${asked ? "hidden border-t border-rule pt-2" : "flex"} flex-wrap gap-1 wide:grid wide:gap-0`}>
          {contents.data?.map((one) => (
            <ScreenLink
              key={one.id}
              to={`/book/${one.id}`}
              className={() =>
                `tap chip flex items-center no-underline wide:border-0 wide:bg-transparent wide:px-0 ${at.page === one.id ? "font-semibold text-ink wide:border-l-4! wide:border-bronze wide:pl-2" : "text-faint"}`
              }
            >
              {one.words}
            </ScreenLink>
          ))}
        </nav>
        <a href="/book-on-paper" className={`tap flex items-center text-sm underline decoration-dotted ${asked ? "hidden wide:flex" : ""}`}>
          All of it on one page, to print or to keep
        </a>
        <button type="button" className={`chip justify-self-start ${asked ? "hidden wide:block" : ""}`} onClick={() => window.print()}>
          Print this page
        </button>
      </div>
      {page.error ? (
        <p role="alert" className="m-0 text-vermilion">
          {inWords(page.error)}
        </p>
      ) : page.data ? (
        <Page page={page.data} marked={at.row} bring={at.row !== "" && (shown === null || shown.row === place.row || matchMedia(BESIDE).matches)} />
      ) : (
        <p className="m-0 text-faint">Opening…</p>
      )}
    </main>
  );
}
