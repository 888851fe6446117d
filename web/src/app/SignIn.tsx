/** Signing in; and what to do where nobody has an account yet. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";

import { api, Refused } from "../api/client";
import { askAgain } from "../api/stale";

export function SignIn() {
  const client = useQueryClient();
  const health = useQuery({ queryKey: ["set-up"], queryFn: api.health, retry: 2 });
  const [said, setSaid] = useState<string | null>(null);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const given = new FormData(event.currentTarget);
    try {
      await api.signIn(String(given.get("username")), String(given.get("password")));
      await askAgain(client);
    } catch (error) {
      setSaid(error instanceof Refused ? error.message : "The server does not answer; try again in a moment.");
    }
  };
  return (
    <main className="mx-auto grid w-[min(26rem,100%)] gap-4 p-6">
      <h1 className="text-2xl font-semibold">Fierce Bore</h1>
      <p>Will this machine drill this hole?</p>
      {health.data && !health.data.set_up ? (
        <section className="plate">
          <h2 className="heading">Nobody has an account here yet</h2>
          <p className="pt-1 text-sm">On the machine this runs on, make the first admin, then reload this page:</p>
          <p className="figure pt-1 text-sm">make first-admin NAME=yourname</p>
        </section>
      ) : (
        <form className="plate grid gap-3" onSubmit={(event) => void submit(event)}>
          <h2 className="heading">Sign in</h2>
          <label className="grid text-xs text-faint">
            Name
            <input name="username" required autoComplete="username" autoFocus className="plate-field text-base text-ink" />
          </label>
          <label className="grid text-xs text-faint">
            Password
            <input name="password" type="password" required autoComplete="current-password" className="plate-field text-base text-ink" />
          </label>
          {said && (
            <p role="alert" className="text-sm text-vermilion">
              {said}
            </p>
          )}
          <button type="submit" className="chip justify-self-start font-semibold">
            Sign in
          </button>
        </form>
      )}
    </main>
  );
}
