/** The Shop: the machines, drills and people that are really there. */
import { useEffect } from "react";
import { Redirect, Route, Switch } from "wouter";

import { useFirstJob } from "../../job/kept";
import { ScreenLink } from "../../ui/ScreenLink";
import { Away } from "./parts/Away";
import { Crib } from "./parts/crib/Crib";
import { Files } from "./parts/Files";
import { Machines } from "./parts/machines/Machines";
import { Materials } from "./parts/Materials";
import { People } from "./parts/People";

const TABS = [
  ["machines", "Machines"],
  ["crib", "Crib"],
  ["materials", "Metals"],
  ["files", "Files"],
  ["people", "People"],
  ["away", "Archive"],
] as const;

export function Shop() {
  // A machine taken up here goes into a job: the yard's first, where none was begun.
  useFirstJob();
  useEffect(() => {
    document.title = "The Shop: machines, drills and people";
  }, []);
  return (
    <main className="mx-auto grid max-w-[1720px] grid-cols-[minmax(0,1fr)] content-start gap-3 px-3 pb-8 wide:px-5">
      <h1 className="sr-only">The Shop: the machines, drills and people that are really there</h1>
      <nav aria-label="Parts of the shop" className="no-print flex flex-wrap gap-x-5 border-b border-rule">
        {TABS.map(([path, words]) => (
          <ScreenLink
            key={path}
            to={`/shop/${path}`}
            className={(there) => `tap flex items-center py-1.5 no-underline ${there ? "border-b-2 border-ink font-semibold text-ink" : "text-faint"}`}
          >
            {words}
          </ScreenLink>
        ))}
      </nav>
      <Switch>
        <Route path="/shop/machines/:id?" component={Machines} />
        <Route path="/shop/crib" component={Crib} />
        <Route path="/shop/materials" component={Materials} />
        <Route path="/shop/files" component={Files} />
        <Route path="/shop/people" component={People} />
        <Route path="/shop/away" component={Away} />
        <Redirect to="/shop/machines" replace />
      </Switch>
    </main>
  );
}
