/** The course for whoever teaches: a bar a person, a hole an exercise; plates at the right for the machines they are signed off for. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { inWords, type Schemas } from "../../../api/client";
import { teaching } from "../../../api/practice";
import { askAgain } from "../../../api/stale";
import { SIGNED } from "../../../job/signedOff";
import { day } from "../../../ui/dates";
import { Actions } from "../../../ui/Actions";
import { TEACHING } from "../keys";
import { Bored } from "./Exercises";
import { SignOffForm } from "./SignOffForm";

type Learner = Schemas["Learner"];
// So many tries without a pass, and somebody has to sit down with them.
const STUCK = 4;
// How wide an exercise's hole is in a person's bar, px.
const HOLE = 38;

/** Where somebody is stuck: tried often, and not passed. */
const stuckAt = ({ marks }: Learner) => marks.find((one) => !one.passed && one.tries >= STUCK);

type Line = { one: Learner; exercises: Schemas["Teaching"]["exercises"]; signed: readonly string[]; chosen: boolean; onChoose: () => void };

function Person({ one, exercises, signed, chosen, onChoose }: Line) {
  const stuck = stuckAt(one);
  const passed = one.marks.filter((mark) => mark.passed).length;
  const title = (id: string) => exercises.find((each) => each.id === id)?.title ?? id;
  return (
    <tr className={`border-t border-rule align-middle ${chosen ? "bg-paper" : ""}`}>
      <th scope="row" className="min-w-40 py-1 pr-3 text-left font-normal">
        <button type="button" className="tap text-left" aria-pressed={chosen} onClick={onChoose}>
          <b className={`block ${stuck ? "text-vermilion" : ""}`}>{one.name}</b>
          <span className="block text-sm text-faint">
            {stuck ? `stuck at ${title(stuck.exercise)}, ${stuck.tries} tries` : passed === 0 ? "not begun, or at the first" : `${passed} passed`}
            {one.assessed !== null && (one.assessed ? "; assessed" : "; assessment not passed yet")}
          </span>
        </button>
      </th>
      <td className="py-1">
        <div className="flex">
          {exercises.map((each) => {
            const mark = one.marks.find((found) => found.exercise === each.id);
            const words = mark
              ? `${each.title}: ${mark.passed ? "passed" : "not passed"}${mark.best === null ? "" : `, best ${Math.round(mark.best)}`}, ${mark.tries} tries`
              : `${each.title}: not tried`;
            return (
              <span key={each.id} title={words} className={mark && !mark.passed && mark.tries >= STUCK ? "bg-vermilion/25" : ""}>
                <span className="sr-only">{words}. </span>
                <Bored width={HOLE} open={mark !== undefined} best={mark?.best ?? null} passed={mark?.passed ?? false} />
              </span>
            );
          })}
        </div>
      </td>
      <td className="min-w-60 py-1 pl-4 text-sm">
        <span className="flex flex-wrap gap-1">
          {signed.map((name) => (
            <span key={name} className="border border-ink bg-ink px-1.5 text-film">
              {name}
            </span>
          ))}
        </span>
      </td>
    </tr>
  );
}

function Details({ one, data, onChanged }: { one: Learner; data: Schemas["Teaching"]; onChanged: () => Promise<void> }) {
  const [signing, setSigning] = useState<string | null>(null);
  const title = (id: string) => data.exercises.find((each) => each.id === id)?.title ?? id;
  const mine = data.sign_offs.filter((each) => each.person === one.username);
  return (
    <section aria-label={one.name} className="grid grid-cols-[minmax(0,1fr)] gap-3 border-t-2 border-ink pt-3">
      <h2 className="m-0 text-[22px] font-bold">
        {one.name} <span className="text-base font-normal text-faint">{one.role}</span>
      </h2>
      <div className="no-print flex flex-wrap items-center gap-1.5">
        <span className="text-sm text-faint">Signed off for:</span>
        {data.machines.map((each) => {
          const on = one.machines.includes(each.slug);
          return (
            <button
              key={each.slug}
              type="button"
              className={`tap chip ${on ? "border-ink bg-ink text-film" : ""}`}
              aria-pressed={on}
              title={on ? `${each.name}: signed off` : `Sign ${one.name} off for ${each.name}`}
              disabled={on}
              onClick={() => setSigning(each.slug)}
            >
              {each.name}
            </button>
          );
        })}
      </div>
      {signing && (
        <SignOffForm
          key={`${one.username} ${signing}`}
          person={one}
          machine={data.machines.find((each) => each.slug === signing)}
          onLeave={() => setSigning(null)}
          onDone={async () => {
            setSigning(null);
            await onChanged();
          }}
        />
      )}
      {one.marks.length > 0 && (
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={`Marks of ${one.name}`}>
          <table className="text-sm">
            <thead>
              <tr className="text-left text-xs text-faint">
                {["exercise", "tries", "best", "stands", "last time"].map((name) => (
                  <th key={name} className="pr-5 font-normal">
                    {name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {one.marks.map((mark) => (
                <tr key={mark.exercise} className="border-t border-rule">
                  <td className="pr-5">{title(mark.exercise)}</td>
                  <td className="figure pr-5">{mark.tries}</td>
                  <td className="figure pr-5">{mark.best === null ? "–" : Math.round(mark.best)}</td>
                  <td className={`pr-5 ${mark.passed ? "text-green" : "text-vermilion"}`}>{mark.passed ? "passed" : "not yet"}</td>
                  <td>
                    {mark.last_at && day(mark.last_at)}
                    {mark.last_against.length > 0 && `: ${mark.last_against.join("; ")}`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {mine.length > 0 && (
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={`Sign-offs of ${one.name}`}>
          <SignOffs rows={mine} onChanged={onChanged} />
        </div>
      )}
    </section>
  );
}

const STATES: Readonly<Record<string, string>> = {
  valid: "valid",
  withdrawn: "withdrawn",
  expired: "expired",
  lapsed: "lapsed: the machine’s spindle, feed, guard, magnet or holder has changed since",
};

/** The record of sign-offs, as it is printed. */
function SignOffs({ rows, onChanged }: { rows: Schemas["Teaching"]["sign_offs"]; onChanged: () => Promise<void> }) {
  const [taking, setTaking] = useState<{ id: string; why: string } | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const withdraw = async () => {
    if (!taking) return;
    try {
      await teaching.withdraw(taking.id, taking.why);
      setTaking(null);
      await onChanged();
    } catch (error) {
      setFault(inWords(error));
    }
  };
  return (
    <table aria-label="Sign-offs" className="text-sm">
      <thead>
        <tr className="text-left text-xs text-faint">
          {["who", "machine", "what was watched; limits", "by, on", "until", "stands"].map((name) => (
            <th key={name} className="pr-5 font-normal">
              {name}
            </th>
          ))}
          <th className="no-print font-normal">taken back</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((one) => (
          <tr key={one.id} className="border-t border-rule align-top">
            <td className="pr-5">{one.person_name}</td>
            <td className="pr-5">
              {one.machine_name}, record {one.machine_revision}
            </td>
            <td className="pr-5">
              {one.watched}
              {one.limits && `; ${one.limits}`}
            </td>
            <td className="pr-5">
              {one.by}, {day(one.at)}
            </td>
            <td className="pr-5">{day(one.expires)}</td>
            <td className={`pr-5 ${one.state === "valid" ? "text-green" : "text-vermilion"}`}>
              {STATES[one.state] ?? one.state}
              {one.withdrawn_at && ` by ${one.withdrawn_by}, ${day(one.withdrawn_at)}: ${one.withdrawn_why}`}
            </td>
            <td className="no-print">
              {one.state !== "withdrawn" &&
                (taking?.id === one.id ? (
                  <form
                    className="flex gap-1"
                    onSubmit={(event) => {
                      event.preventDefault();
                      void withdraw();
                    }}
                  >
                    <input
                      className="plate-field"
                      aria-label="Why it is withdrawn"
                      placeholder="why"
                      required
                      value={taking.why}
                      onChange={(event) => setTaking({ ...taking, why: event.target.value })}
                    />
                    <button type="submit" className="chip">
                      Withdraw it
                    </button>
                  </form>
                ) : (
                  <button
                    type="button"
                    className="chip"
                    aria-label={`Withdraw ${one.machine_name} of ${one.person_name}`}
                    onClick={() => setTaking({ id: one.id, why: "" })}
                  >
                    Withdraw
                  </button>
                ))}
              {fault && taking?.id === one.id && (
                <span role="alert" className="text-vermilion">
                  {fault}
                </span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

export function People() {
  const found = useQuery({ queryKey: TEACHING, queryFn: teaching.course });
  const client = useQueryClient();
  const [chosen, choose] = useState<string | null>(null);
  if (!found.data) return <p>{found.isError ? inWords(found.error) : "Opening…"}</p>;
  const { people, exercises, machines } = found.data;
  const begun = people.filter((one) => one.marks.length > 0 || one.role === "learner");
  const stuck = begun.filter(stuckAt);
  const others = people.filter((one) => !begun.includes(one));
  const one = people.find((each) => each.username === chosen);
  const changed = async () => {
    await askAgain(client, TEACHING);
    await askAgain(client, SIGNED);
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-4">
      <Actions>
        <button type="button" className="tap chip" onClick={() => window.print()}>
          Print the record
        </button>
      </Actions>
      <div className="no-print grid grid-cols-[minmax(0,1fr)] gap-4">
        {stuck.length > 0 && (
          <p className="m-0 border-l-8 border-vermilion pl-3">
            <b>
              {stuck.length} {stuck.length === 1 ? "needs" : "need"} you:
            </b>{" "}
            {stuck.map((each) => each.name).join(", ")}.
          </p>
        )}
        {begun.length === 0 && <p className="m-0">Nobody has begun yet. Whoever can sign in can practise; accounts are made in the Shop.</p>}
        {begun.length > 0 && (
          <div className="relative overflow-x-auto" tabIndex={0} role="region" aria-label="People across exercises">
            <table aria-label="People and exercises">
              <thead>
                <tr className="text-left text-xs text-faint">
                  <th className="font-normal">who</th>
                  <th className="font-normal">
                    <span className="flex">
                      {exercises.map((each, place) => (
                        <span key={each.id} title={each.title} className="text-center" style={{ width: HOLE }}>
                          {place + 1}
                        </span>
                      ))}
                    </span>
                  </th>
                  <th className="pl-4 font-normal">signed off for</th>
                </tr>
              </thead>
              <tbody>
                {begun.map((each) => (
                  <Person
                    key={each.username}
                    one={each}
                    exercises={exercises}
                    signed={machines.filter((machine) => each.machines.includes(machine.slug)).map((machine) => machine.name)}
                    chosen={each === one}
                    onChoose={() => choose(each === one ? null : each.username)}
                  />
                ))}
              </tbody>
            </table>
          </div>
        )}
        <p className="m-0 text-xs text-faint">
          A hole an exercise: through, passed; a point in the metal as deep as the best score; red, tried four times and not passed.
        </p>
        {others.length > 0 && (
          <p className="m-0 flex flex-wrap items-center gap-1.5 text-sm">
            <span className="text-faint">Also:</span>
            {others.map((each) => (
              <button key={each.username} type="button" className="tap chip" aria-pressed={each === one} onClick={() => choose(each.username)}>
                {each.name}
              </button>
            ))}
          </p>
        )}
        {one && <Details key={one.username} one={one} data={found.data} onChanged={changed} />}
      </div>
      <section className="print-only" aria-label="Record of sign-offs">
        <h2>Signed off for machines</h2>
        <SignOffs rows={found.data.sign_offs} onChanged={changed} />
        <p>A sign-off says what was watched. The machine’s instructions, the shop’s rules and the responsible person come first.</p>
      </section>
    </div>
  );
}
