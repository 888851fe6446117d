// @vitest-environment jsdom
import { afterEach, beforeEach, expect, it, vi } from "vitest";

import { Lost, Refused } from "../../api/client";
import { practice } from "../../api/practice";
import { between, blended, drill, type Frame, type Hand, STEP_MS } from "./live";

const frame = (t_s: number, tip_mm: number, chip = "curls") =>
  ({ t_s, tip_mm, chip, force_n: 0, thrust_n: 0, speed_rpm: 640, torque_nm: 0, feed_mm_rev: 0, ratio: 0, r: 0, edge_c: 20 }) as Frame;
const hand = (force = 100): Hand => ({ force, actions: [], paused: false, slow: false });
type Sent = { run: string; k: number; samples: number[]; actions: string[] };
const sent = (call: unknown[]): Sent => call[0] as Sent;

beforeEach(() => vi.useFakeTimers());
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
});

it("moves a hand from one force to another as a hand does, and a moment to the next in a line", () => {
  expect(between(0, 100, 4)).toEqual([25, 50, 75, 100]);
  const half = blended(frame(1, 2, "curls"), frame(2, 4, "strings"), 0.5);
  expect([half.t_s, half.tip_mm, half.chip]).toEqual([1.5, 3, "curls"]);
});

it("sends one step after another, each once it is answered, until the run has ended", async () => {
  const step = vi.spyOn(practice, "step").mockImplementation((body) => {
    const { k } = body as Sent;
    return Promise.resolve({ k: k + 1, frames: [frame(k, k)], events: [], end: k === 3 ? "through" : null } as never);
  });
  const [at, heard] = [hand(), [] as (string | null)[]];
  const over = drill(
    "run",
    at,
    ({ end }) => heard.push(end),
    () => false,
  );
  await vi.advanceTimersByTimeAsync(STEP_MS / 2);
  at.force = 60;
  at.actions.push("oil");
  await vi.advanceTimersByTimeAsync(10 * STEP_MS);
  await over;
  expect(step.mock.calls.map((call) => sent(call).k)).toEqual([0, 1, 2, 3]);
  expect(heard).toEqual([null, null, null, "through"]);
  expect(sent(step.mock.calls[0]!).samples).toEqual(Array<number>(10).fill(100));
  expect(sent(step.mock.calls[1]!).samples.at(-1)).toBe(60);
  expect(step.mock.calls.map((call) => sent(call).actions)).toEqual([[], ["oil"], [], []]);
});

it("asks again for a step that was lost or came early, with the very same forces", async () => {
  const faults = [new Lost("away"), new Refused(409, []), new Refused(429, [])];
  const step = vi.spyOn(practice, "step").mockImplementation(() => {
    const fault = faults.shift();
    return fault ? Promise.reject(fault) : Promise.resolve({ k: 1, frames: [], events: [], end: "through" } as never);
  });
  const at = hand();
  const over = drill(
    "run",
    at,
    () => undefined,
    () => false,
  );
  await vi.advanceTimersByTimeAsync(100);
  at.force = 0;
  await vi.advanceTimersByTimeAsync(2000);
  await over;
  expect(step).toHaveBeenCalledTimes(4);
  expect(new Set(step.mock.calls.map((call) => JSON.stringify(sent(call)))).size).toBe(1);
});

it("tells what the server would not have, and stops when it is left or paused", async () => {
  vi.spyOn(practice, "step").mockRejectedValue(new Refused(422, []));
  await expect(
    drill(
      "run",
      hand(),
      () => undefined,
      () => false,
    ),
  ).rejects.toBeInstanceOf(Refused);
  const step = vi.spyOn(practice, "step").mockResolvedValue({ k: 1, frames: [], events: [], end: null } as never);
  step.mockClear();
  let left = false;
  const over = drill(
    "run",
    { ...hand(), paused: true },
    () => undefined,
    () => left,
  );
  await vi.advanceTimersByTimeAsync(5 * STEP_MS);
  expect(step).not.toHaveBeenCalled();
  left = true;
  await vi.advanceTimersByTimeAsync(STEP_MS);
  await over;
});

it("goes at half speed by sending half as much", async () => {
  const step = vi.spyOn(practice, "step").mockResolvedValue({ k: 1, frames: [], events: [], end: "off" } as never);
  await drill(
    "run",
    { ...hand(), slow: true },
    () => undefined,
    () => false,
  );
  expect(sent(step.mock.calls[0]!).samples).toHaveLength(5);
});
