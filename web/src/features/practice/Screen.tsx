/** Practice: exercises in the order people learn, the Bench's own hole, an assessment; and for whoever teaches, the people. */
import { useEffect } from "react";
import { Redirect, Route, Switch } from "wouter";

import { useFirstJob } from "../../job/kept";
import { useMay } from "../../job/queries";
import { later } from "../../ui/later";
import { ScreenLink } from "../../ui/ScreenLink";
import { Exercises } from "./parts/Exercises";
import { Free } from "./parts/Free";

const Assessment = later(() => import("./parts/Assessment").then((part) => part.Assessment), "Opening…");
const People = later(() => import("./parts/People").then((part) => part.People), "Opening…");
const TABS = [
  ["exercises", "Exercises"],
  ["bench", "The Bench’s hole"],
  ["assessment", "Assessment"],
] as const;
const OF_THE_LEAD = [["people", "People and sign-off"]] as const;

export function Practice() {
  useFirstJob();
  const teaches = useMay("lead");
  useEffect(() => {
    document.title = "Practice";
  }, []);
  return (
    <main className="mx-auto grid max-w-[115rem] grid-cols-[minmax(0,1fr)] content-start gap-4 px-3 pb-8 wide:px-5">
      <h1 className="sr-only">Practice: feel it before it costs a drill</h1>
      <nav aria-label="Parts of practice" className="no-print flex flex-wrap gap-x-5 border-b border-rule">
        {[...TABS, ...(teaches ? OF_THE_LEAD : [])].map(([path, words]) => (
          <ScreenLink
            key={path}
            to={`/practice/${path}`}
            className={(there) => `tap flex items-center py-1.5 no-underline ${there ? "border-b-2 border-ink font-semibold text-ink" : "text-faint"}`}
          >
            {words}
          </ScreenLink>
        ))}
      </nav>
      <Switch>
        <Route path="/practice/exercises/:id?">{({ id }) => <Exercises chosen={id ?? null} />}</Route>
        <Route path="/practice/bench" component={Free} />
        <Route path="/practice/assessment">{() => <Assessment />}</Route>
        {teaches && <Route path="/practice/people">{() => <People />}</Route>}
        <Redirect to="/practice/exercises" replace />
      </Switch>
    </main>
  );
}
