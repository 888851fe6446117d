import { QueryClient, QueryObserver } from "@tanstack/react-query";
import { expect, it, vi } from "vitest";

import { askAgain } from "./stale";

/** A list on the server, and answers that arrive when they are let through. */
function shop() {
  const client = new QueryClient();
  let rows = 0;
  const held: (() => void)[] = [];
  const queryFn = () => {
    const read = rows;
    return new Promise<number>((resolve) => held.push(() => resolve(read)));
  };
  const seen = new QueryObserver(client, { queryKey: ["crib"], queryFn, staleTime: Infinity });
  seen.subscribe(() => undefined);
  return {
    client,
    seen,
    write: () => (rows += 1),
    asked: () => held.length,
    arrive: async () => {
      held.splice(0).forEach((letThrough) => letThrough());
      await new Promise((resolve) => setTimeout(resolve));
    },
  };
}

it("is asked again though the first answer, read before the write, is still on its way", async () => {
  const { client, seen, write, arrive, asked } = shop();
  write();
  const done = askAgain(client, ["crib"]);
  await vi.waitFor(() => expect(asked()).toBe(2));
  await arrive();
  await done;
  expect(seen.getCurrentResult().data).toBe(1);
});

it("leaves what has nothing to do with the write, and takes everything where no key is given", async () => {
  const { client, seen, write, arrive, asked } = shop();
  await arrive();
  write();
  await askAgain(client, ["cutters"]);
  expect(asked()).toBe(0);
  const done = askAgain(client);
  await vi.waitFor(() => expect(asked()).toBe(1));
  await arrive();
  await done;
  expect(seen.getCurrentResult().data).toBe(1);
});
