// @vitest-environment jsdom
import { afterEach, beforeEach, expect, it, vi } from "vitest";

import { api, Lost, Refused } from "../api/client";
import { drop, type Entry, freeName, send, waiting, write } from "./outbox";

const entry = (id: string, rev = 1, more: Partial<Entry> = {}): Entry => ({ id, rev, body: { note: `${id} ${rev}` }, ...more });
const settled = () => vi.waitFor(() => expect(waiting()).toEqual([]));

beforeEach(() => localStorage.clear());
afterEach(() => vi.restoreAllMocks());

it("keeps what is written until the server has it, the latest state of each alone", async () => {
  const put = vi.spyOn(api, "writeCut").mockRejectedValue(new Lost("away"));
  write(entry("a"));
  write(entry("b"));
  write(entry("a", 2));
  await vi.waitFor(() => expect(put.mock.calls.length).toBeGreaterThan(1));
  expect(waiting().map(({ id, rev }) => [id, rev])).toEqual([
    ["b", 1],
    ["a", 2],
  ]);
  const sent: [string, object][] = [];
  put.mockImplementation((id, body) => {
    sent.push([id, body]);
    return Promise.resolve({} as never);
  });
  await send();
  await settled();
  expect(sent).toEqual([
    ["b", { note: "b 1", rev: 1 }],
    ["a", { note: "a 2", rev: 2 }],
  ]);
});

it("does not drop a state that was written while an earlier one was on its way", async () => {
  let answer: (value: never) => void = () => undefined;
  const put = vi.spyOn(api, "writeCut").mockImplementationOnce(() => new Promise<never>((done) => (answer = done)));
  write(entry("a"));
  await vi.waitFor(() => expect(put).toHaveBeenCalledTimes(1));
  put.mockResolvedValue({} as never);
  write(entry("a", 2));
  answer({} as never);
  await settled();
  expect(put.mock.calls.map(([, body]) => (body as { rev: number }).rev)).toEqual([1, 2]);
});

it("holds what the shop will not take, says why, and goes on with the rest; taken back before it was sent it is gone", async () => {
  const put = vi
    .spyOn(api, "writeCut")
    .mockImplementation((id) => (id === "bad" ? Promise.reject(new Refused(422, [{ field: "note", message: "too long" }])) : Promise.resolve({} as never)));
  vi.spyOn(api, "removeCut").mockRejectedValue(new Refused(404, []));
  write(entry("bad"));
  write(entry("good"));
  write(entry("never", 3, { gone: true }));
  await vi.waitFor(() => expect(waiting()).toHaveLength(1));
  expect(waiting()[0]?.refused).toBe("note: too long");
  await send();
  expect(put.mock.calls.filter(([id]) => id === "bad")).toHaveLength(1);
  drop("bad");
  expect(waiting()).toEqual([]);
});

it("waits for somebody to sign in", async () => {
  const put = vi.spyOn(api, "writeCut").mockRejectedValue(new Refused(401, []));
  write(entry("a"));
  await vi.waitFor(() => expect(put).toHaveBeenCalled());
  expect(waiting()).toHaveLength(1);
});

it("goes on without room to keep it, and reads nonsense as nothing", async () => {
  vi.spyOn(api, "writeCut").mockRejectedValue(new Lost("away"));
  localStorage.setItem("cuts-to-send", "{");
  expect(waiting()).toEqual([]);
  const full = vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
    throw new DOMException("full");
  });
  write(entry("a"));
  expect(waiting().map((one) => one.id)).toEqual(["a"]);
  full.mockRestore();
  drop("a");
  expect(waiting()).toEqual([]);
});

it("names are UUIDs in small letters, each another", () => {
  const names = Array.from({ length: 50 }, freeName);
  expect(new Set(names).size).toBe(50);
  for (const name of names) expect(name).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
});
