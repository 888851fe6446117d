/** The frame around every screen: name, units, theme, keys. */
import { notifyManager, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Route, Switch, useLocation } from "wouter";

import { api, inWords, Refused } from "../api/client";
import { Bench } from "../features/bench";
import { forgetEarlyKeys } from "../job/earlyKeys";
import { keysAreOn } from "../job/keys";
import { JobProvider, useJob } from "../job/provider";
import { useGlossary, useMe, useWords } from "../job/queries";
import { termsOf } from "../job/terms";
import { Glossary } from "../job/Told";
import { ACTIONS } from "../ui/places";
import { later } from "../ui/later";
import { ScreenLink } from "../ui/ScreenLink";
import { INCH, METRIC } from "../job/units";

const KeysAndUnits = later(() => import("./KeysAndUnits").then((part) => part.KeysAndUnits));
const TermsOpen = later(() => import("./TermsOpen").then((part) => part.TermsOpen));
const SignIn = later(() => import("./SignIn").then((part) => part.SignIn), "Opening…");
const Plan = lazy(() => import("../features/plan"));
const Part = lazy(() => import("../features/part"));
const Match = lazy(() => import("../features/match"));
const Chart = lazy(() => import("../features/chart"));
const Cuts = lazy(() => import("../features/cuts"));
const AtMachine = lazy(() => import("../features/machine"));
const Practice = lazy(() => import("../features/practice"));
const Book = lazy(() => import("../features/book"));
const Shop = lazy(() => import("../features/shop"));
/** The screens there are, the letter after `g` that goes to each, and its address; the Plan has two, of one hole and of several. */
const SCREENS = [
  ["Bench", "b", "/"],
  ["Plan", "p", "/plan"],
  ["Match", "m", "/match"],
  ["Chart", "c", "/chart"],
  ["Cuts", "l", "/cuts"],
  ["Practice", "f", "/practice"],
  ["Book", "r", "/book"],
  ["Shop", "s", "/shop"],
] as const;

/** The Plan's other form. */
const MANY = "/part";

// An answer is drawn as soon as it is here, not after a timer: React gathers what comes together by itself.
notifyManager.setScheduler(queueMicrotask);
const client = new QueryClient({ defaultOptions: { queries: { refetchOnWindowFocus: false, networkMode: "always" } } });

type Theme = "film" | "dim";

function useTheme(): [Theme, () => void] {
  const [theme, setTheme] = useState<Theme>(() => (document.documentElement.dataset.theme === "dim" ? "dim" : "film"));
  const turn = () => {
    const next = theme === "film" ? "dim" : "film";
    document.documentElement.dataset.theme = next;
    localStorage.setItem("theme", next);
    setTheme(next);
  };
  return [theme, turn];
}

function Keys({ keysOn, onKeysOn, onWords }: { keysOn: boolean; onKeysOn: (on: boolean) => void; onWords: () => void }) {
  const [open, setOpen] = useState(false);
  useHotkeys("shift+slash, ?", () => setOpen(true), { enabled: keysOn, useKey: true });
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="tap px-2">
        keys <span className="figure font-bold">?</span>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 max-h-[85vh] w-[min(30rem,calc(100vw-2rem))] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border border-ink bg-film p-4"
        >
          <Dialog.Title className="mb-2 text-lg font-semibold">Keys and units</Dialog.Title>
          <KeysAndUnits
            keysOn={keysOn}
            onKeysOn={onKeysOn}
            onWords={() => {
              setOpen(false);
              onWords();
            }}
          />
          <Dialog.Close className="chip mt-2">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Frame() {
  const { system, setSystem } = useJob();
  const inches = system.length === "inch";
  const mixed = new Set(Object.values(system)).size > 1;
  const [theme, turnTheme] = useTheme();
  const me = useMe();
  const [at, navigate] = useLocation();
  const [menu, setMenu] = useState(false);
  const menuBox = useRef<HTMLDivElement>(null);
  // What a screen puts into the menu belongs to the screen: its clicks are heard on the page itself.
  useEffect(() => {
    const close = (event: Event) => {
      if (event.target instanceof Element && event.target.closest("button")) setMenu(false);
    };
    const box = menuBox.current;
    box?.addEventListener("click", close);
    return () => box?.removeEventListener("click", close);
  }, []);
  const [keysOn, setKeysOn] = useState(keysAreOn);
  const switchKeys = (on: boolean) => {
    localStorage.setItem("keys", on ? "on" : "off");
    setKeysOn(on);
  };
  const [term, setTerm] = useState<string | null>(null);
  const known = useGlossary().data;
  const glossary = useMemo(() => (known ? { terms: termsOf(known), open: setTerm } : null), [known]);
  useHotkeys("t", () => setTerm(""), { enabled: keysOn, preventDefault: true, ignoreEventWhen: () => document.querySelector("[role=dialog]") !== null });
  // The Bench plays what was typed while the page loaded; the others have their own fields.
  useEffect(() => {
    if (at !== "/") forgetEarlyKeys();
  }, [at]);
  // The Plan is gone back to in the form it was left in.
  const form = useRef("/plan");
  if (at === "/plan" || at === MANY) form.current = at;
  const addressOf = (path: string) => (path === "/plan" ? form.current : path);
  const go = (path: string) => navigate(addressOf(path));
  useHotkeys(
    SCREENS.map(([, letter]) => `g>${letter}`),
    (_, found) => go(SCREENS.find(([, letter]) => found.keys?.includes(letter))?.[2] ?? "/"),
    { enabled: keysOn },
  );
  return (
    <Glossary value={glossary}>
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-film focus:p-2">
        To the job itself
      </a>
      <header className="no-print flex flex-wrap items-center gap-x-1.5 border-b border-ink px-2 wide:gap-x-4 wide:px-5">
        <span className="flex items-center gap-2 py-1.5 text-lg font-bold">
          <svg width="24" height="24" viewBox="0 0 32 32" aria-hidden>
            <circle cx="16" cy="16" r="13" fill="none" stroke="var(--ink)" strokeWidth="4" />
            <path d="M16 7l4.5 9-4.5 9-4.5-9z" fill="var(--bronze)" />
          </svg>
          <span className="sr-only wide:not-sr-only">Fierce Bore</span>
        </span>
        <nav
          aria-label="Screens"
          className="flex grow justify-between text-[14px] tracking-tight wide:grow-0 wide:justify-start wide:gap-3 wide:text-base wide:tracking-normal"
        >
          {SCREENS.map(([name, , path]) => (
            <ScreenLink
              key={name}
              to={addressOf(path)}
              exactly={path === "/"}
              className={(there) =>
                `tap flex items-center border-b-4 py-1 no-underline ${there ? "border-bronze font-semibold text-ink" : "border-transparent text-faint"}`
              }
            >
              {name}
            </ScreenLink>
          ))}
        </nav>
        {me.data && !me.data.demo && (
          <span className="text-sm text-faint">
            {me.data.name}, {me.data.role} ·{" "}
            <button type="button" className="tap underline decoration-dotted" onClick={() => void api.signOut().then(() => location.assign("/"))}>
              sign out
            </button>
          </span>
        )}
        {me.data?.demo && (
          <span title={`Signed in as ${me.data.name}, on this machine only`} className="hidden border border-bronze px-2 text-sm text-bronze wide:inline">
            Demo yard
            <span className="hidden min-[90rem]:inline">, on this machine only</span>
          </span>
        )}
        <button
          type="button"
          className="tap chip order-1 border-0 bg-transparent px-1 text-[14px] wide:hidden"
          aria-expanded={menu}
          aria-controls="menu"
          onClick={() => setMenu(!menu)}
        >
          {menu ? "close" : "more"}
        </button>
        <div
          id="menu"
          ref={menuBox}
          className={`order-last w-full flex-wrap items-center gap-x-4 border-t border-rule pb-1 wide:order-none wide:ml-auto wide:flex wide:w-auto wide:border-0 wide:pb-0 ${menu ? "flex" : "hidden"}`}
        >
          <div id={ACTIONS} className="flex flex-wrap items-center gap-1.5 py-1 text-sm wide:py-0" />
          <div className="flex items-center text-sm">
            <button
              type="button"
              className="tap px-2"
              aria-label={`Units: ${inches ? (mixed ? "mixed" : "inches") : "millimetres"}; press for the other`}
              onClick={() => setSystem(inches ? METRIC : INCH)}
            >
              <span className={inches ? "text-faint" : "font-bold"}>mm</span> · <span className={inches ? "font-bold" : "text-faint"}>in</span>
              {mixed && <span className="text-faint"> mixed</span>}
            </button>
            <button type="button" className="tap px-2" aria-label={`Theme: ${theme === "film" ? "light" : "dark"}; press for the other`} onClick={turnTheme}>
              <span className={theme === "film" ? "font-bold" : "text-faint"}>light</span> /{" "}
              <span className={theme === "dim" ? "font-bold" : "text-faint"}>dark</span>
            </button>
            <Keys keysOn={keysOn} onKeysOn={switchKeys} onWords={() => setTerm("")} />
          </div>
        </div>
      </header>
      <div id="main" tabIndex={-1} className="outline-none">
        <Suspense fallback={<p className="p-6">Opening…</p>}>
          <Switch>
            <Route path="/plan" component={Plan} />
            <Route path="/part" component={Part} />
            <Route path="/match" component={Match} />
            <Route path="/chart" component={Chart} />
            <Route path="/cuts" component={Cuts} />
            <Route path="/at-machine" component={AtMachine} />
            <Route path="/practice/*?" component={Practice} />
            <Route path="/book/*?" component={Book} />
            <Route path="/shop/*?" component={Shop} />
            <Route>
              <Bench keysOn={keysOn} />
            </Route>
          </Switch>
        </Suspense>
      </div>
      {term !== null && <TermsOpen at={term} onAt={setTerm} />}
      <footer className="mx-auto max-w-[115rem] px-3 pb-2 text-xs text-faint wide:px-5">
        {me.data?.demo && <b className="wide:hidden">Demo yard, on this machine only. </b>}
        Estimates. The machine’s instructions, the shop’s rules, local law and the responsible or licensed person come first.
      </footer>
    </Glossary>
  );
}

/** Nothing is drawn before it is known who asks, and what everything is called. */
function Opened() {
  const [me, words] = [useMe(), useWords()];
  // A form to sign in, or a fault, takes its keys at once.
  useEffect(() => {
    if (me.error ?? words.error) forgetEarlyKeys();
  }, [me.error, words.error]);
  if (me.error instanceof Refused && me.error.status === 401) return <SignIn />;
  const lost = me.error ?? words.error;
  if (lost)
    return (
      <p role="alert" className="p-6">
        {inWords(lost)}
      </p>
    );
  if (!me.data || !words.data) return <p className="p-6">Opening…</p>;
  return (
    <JobProvider>
      <Frame />
    </JobProvider>
  );
}

export function App() {
  return (
    <QueryClientProvider client={client}>
      <Opened />
    </QueryClientProvider>
  );
}
