/** Who may do what; one's own password. */
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";

import { api, type Schemas } from "../../../api/client";
import { askAgain } from "../../../api/stale";
import { useMe } from "../../../job/queries";
import { words } from "../../../job/words";
import { inWords, type Role, useMay, usePeople } from "../queries";
import { moment } from "../../../ui/dates";

const of = (form: FormData, name: string): string => String(form.get(name) ?? "");

function OwnPassword() {
  const [said, setSaid] = useState<string | null>(null);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const given = new FormData(form);
    try {
      await api.ownPassword(of(given, "old"), of(given, "new"));
      form.reset();
      setSaid("Your password is changed. Anybody signed in elsewhere with the old one is out.");
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  return (
    <form className="plate grid content-start gap-2" onSubmit={(event) => void submit(event)}>
      <h2 className="heading">Your password</h2>
      <label className="grid text-xs text-faint">
        The one you have
        <input name="old" type="password" autoComplete="current-password" required className="plate-field text-base text-ink" />
      </label>
      <label className="grid text-xs text-faint">
        The new one, at least 10 letters
        <input name="new" type="password" autoComplete="new-password" required minLength={10} className="plate-field text-base text-ink" />
      </label>
      <button type="submit" className="chip justify-self-start font-semibold">
        Change it
      </button>
      <p role="status" className="text-sm">
        {said}
      </p>
    </form>
  );
}

function Everybody() {
  const people = usePeople(true);
  const client = useQueryClient();
  const [said, setSaid] = useState<string | null>(null);
  const change = async (username: string, body: Schemas["ChangedPerson"]) => {
    try {
      await api.changePerson(username, body);
      setSaid(`${username}: changed.`);
    } catch (error) {
      setSaid(inWords(error));
    }
    await askAgain(client, ["people"]);
  };
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const given = new FormData(form);
    try {
      await api.addPerson({
        username: of(given, "username"),
        name: of(given, "name"),
        role: of(given, "role") as Role,
        password: of(given, "password"),
      });
      setSaid(`${of(given, "username")} can sign in now.`);
      form.reset();
      await askAgain(client, ["people"]);
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  return (
    <section aria-label="Everybody" className="plate grid grid-cols-[minmax(0,1fr)] content-start gap-3 overflow-x-auto">
      <h2 className="heading">Everybody</h2>
      <table className="text-sm">
        <thead className="text-left text-xs text-faint">
          <tr>
            <th className="font-normal">signs in as</th>
            <th className="font-normal">name</th>
            <th className="font-normal">role</th>
            <th className="font-normal">last seen</th>
            <th className="font-normal">may sign in</th>
          </tr>
        </thead>
        <tbody>
          {people.data?.map((one) => (
            <tr key={one.username} className="border-b border-rule">
              <td className="figure py-1">{one.username}</td>
              <td>{one.name}</td>
              <td>
                <select
                  aria-label={`Role of ${one.username}`}
                  className="plate-field w-32!"
                  value={one.role}
                  onChange={(event) => void change(one.username, { role: event.target.value as Role })}
                >
                  {Object.keys(words().roles).map((role) => (
                    <option key={role} value={role}>
                      {role}
                    </option>
                  ))}
                </select>
              </td>
              <td className="text-faint">{one.last_visit ? moment(one.last_visit) : "never"}</td>
              <td>
                <input
                  type="checkbox"
                  aria-label={`${one.username} may sign in`}
                  checked={one.active}
                  onChange={(event) => void change(one.username, { active: event.target.checked })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <form className="grid grid-cols-2 items-end gap-x-4 gap-y-1 sm:grid-cols-5" onSubmit={(event) => void add(event)}>
        <label className="grid text-xs text-faint">
          Signs in as
          <input name="username" required className="plate-field text-base text-ink" autoComplete="off" />
        </label>
        <label className="grid text-xs text-faint">
          Name
          <input name="name" className="plate-field text-base text-ink" autoComplete="off" />
        </label>
        <label className="grid text-xs text-faint">
          Role
          <select name="role" className="plate-field">
            {Object.keys(words().roles).map((role) => (
              <option key={role} value={role}>
                {role}
              </option>
            ))}
          </select>
        </label>
        <label className="grid text-xs text-faint">
          First password
          <input name="password" type="password" required minLength={10} className="plate-field text-base text-ink" autoComplete="new-password" />
        </label>
        <button type="submit" className="chip font-semibold">
          Add
        </button>
      </form>
      <p role="status" className="min-h-5 text-sm">
        {said}
      </p>
    </section>
  );
}

export function People() {
  const me = useMe().data;
  const admin = useMay("admin");
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-4 wide:grid-cols-[minmax(0,1fr)_20rem]">
      {admin ? (
        <Everybody />
      ) : (
        <section className="plate">
          <h2 className="heading">People</h2>
          <p className="text-sm">
            An admin adds people and gives them their roles. You are {me?.name}, {me?.role}.
          </p>
        </section>
      )}
      <div className="grid content-start gap-4">
        <section className="plate">
          <h2 className="heading">What each role may do</h2>
          <dl className="text-sm">
            {Object.entries(words().roles).map(([role, words]) => (
              <div key={role} className="flex gap-2">
                <dt className="w-20 shrink-0 font-semibold">{role}</dt>
                <dd className="m-0">{words}</dd>
              </div>
            ))}
          </dl>
        </section>
        {me?.demo ? (
          <p className="text-sm text-faint">This is the demo: whoever opens it on this machine is signed in, without a password. It answers nobody else.</p>
        ) : (
          <OwnPassword />
        )}
      </div>
    </div>
  );
}
