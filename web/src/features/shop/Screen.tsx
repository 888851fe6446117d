/** The Shop: the machines, drills and people that are really there. */
import { useEffect } from "react";
import { Navigate, NavLink, Route, Routes } from "react-router";

import { useFirstJob } from "../../job/kept";
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
  ["away", "Put away"],
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
          <NavLink
            key={path}
            to={`/shop/${path}`}
            className={({ isActive }) =>
              `tap flex items-center py-1.5 no-underline ${isActive ? "border-b-2 border-ink font-semibold text-ink" : "text-faint"}`
            }
          >
            {words}
          </NavLink>
        ))}
      </nav>
      <Routes>
        <Route path="machines" element={<Machines />} />
        <Route path="machines/:id" element={<Machines />} />
        <Route path="crib" element={<Crib />} />
        <Route path="materials" element={<Materials />} />
        <Route path="files" element={<Files />} />
        <Route path="people" element={<People />} />
        <Route path="away" element={<Away />} />
        <Route path="*" element={<Navigate to="/shop/machines" replace />} />
      </Routes>
    </main>
  );
}
