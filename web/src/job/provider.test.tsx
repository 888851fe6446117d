import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";

import { figure, JobProvider, useJob } from "./provider";
import { useCheck } from "./queries";
import type { Case, Job } from "./types";
import { encodeJob, openAddress } from "./url";

const CASE = {
  hole: { diameter_mm: 20, depth_mm: 32 },
  material: { id: "steel-c45" },
  cutter: { family: "twist", diameter_mm: 20 },
  machine: { kind: "column-press", spindle: { power_kw: 1.5, stages: [{ speed_rpm: 310 }] }, feed: { kind: "power-steps" } },
  setting: { speed_rpm: 310, feed_mm_rev: 0.18 },
} as Case;
const JOB: Job = { case: CASE, typed: {}, refs: {}, pinned: false, name: "" };

/** What the server answers next, by path; a missing one is a server that is gone. */
const replies = new Map<string, { status: number; body: unknown }>();
const asked: string[] = [];

beforeEach(async () => {
  replies.clear();
  asked.length = 0;
  sessionStorage.clear();
  history.replaceState(null, "", `/?job=${await encodeJob(JOB)}`);
  await openAddress();
  vi.stubGlobal("fetch", async (request: Request) => {
    const path = new URL(request.url).pathname;
    asked.push(path);
    const reply = replies.get(path);
    if (!reply) throw new TypeError("connection refused");
    return new Response(JSON.stringify(reply.body), { status: reply.status, headers: { "Content-Type": "application/json" } });
  });
});
afterEach(() => vi.unstubAllGlobals());

function wrapper({ children }: { children: ReactNode }) {
  return (
    <QueryClientProvider client={new QueryClient()}>
      <JobProvider>{children}</JobProvider>
    </QueryClientProvider>
  );
}
const withDiameter = (was: Case, diameter_mm: number): Case => ({ ...was, hole: { ...was.hole, diameter_mm } });

it("takes a figure that reads, settles what moves with it, and says what moved", async () => {
  const read = { text: "22", value: 22, echo: "22 mm", near: [] };
  const moved = withDiameter({ ...CASE, cutter: { family: "twist", diameter_mm: 22 } }, 22);
  replies.set("/api/settle", { status: 200, body: { case: moved, moved: [{ phrase: "cutter", words: "the 22 mm one" }], cutter: "d-22", read } });
  const { result } = renderHook(useJob, { wrapper });
  act(() => result.current.dispatch({ do: "draft", slot: "diameter", text: "22" }));
  await act(async () => expect(await result.current.read("diameter", "diameter", "22", undefined, "diameter")).toBe(true));
  expect(asked).toEqual(["/api/settle"]);
  expect(result.current.state.jobs.now?.case.cutter.diameter_mm).toBe(22);
  expect(result.current.state.jobs.now?.refs.cutter).toEqual({ id: "d-22", revision: 0 });
  expect(result.current.state.moved).toEqual({ cutter: "the 22 mm one" });
  expect(result.current.state.drafts).toEqual({});
  expect(result.current.state.jobs.now?.case.hole.diameter_mm).toBe(22);
  act(() => result.current.dispatch({ do: "undo" }));
  expect(result.current.state.jobs.now?.case).toEqual(CASE);
});

it("keeps a draft the server refuses, with its words, through a reload", async () => {
  replies.set("/api/read", { status: 422, body: { errors: [{ field: "diameter", message: "“2o” is not a drill size" }] } });
  const { result, unmount } = renderHook(useJob, { wrapper });
  act(() => result.current.dispatch({ do: "draft", slot: "diameter", text: "2o" }));
  await act(async () => expect(await result.current.read("diameter", "diameter", "2o", figure(withDiameter))).toBe(false));
  expect(result.current.state.wrong.diameter).toContain("not a drill size");
  expect(result.current.state.jobs.now?.case).toEqual(CASE);
  unmount();
  expect(renderHook(useJob, { wrapper }).result.current.state.drafts.diameter).toBe("2o");
});

it("waits for a server that is gone and reads the draft when it is back", async () => {
  const { result } = renderHook(useJob, { wrapper });
  act(() => result.current.dispatch({ do: "draft", slot: "depth", text: "40" }));
  await act(async () => {
    await result.current.read(
      "depth",
      "length",
      "40",
      figure((was, depth_mm) => ({ ...was, hole: { ...was.hole, depth_mm } })),
    );
  });
  expect(result.current.lost).toBe(true);
  replies.set("/api/read", { status: 200, body: { text: "40", value: 40, echo: "", near: [] } });
  replies.set("/api/me", { status: 200, body: { username: "demo", name: "Demo", demo: true } });
  await waitFor(() => expect(result.current.state.jobs.now?.case.hole.depth_mm).toBe(40));
  expect(result.current.lost).toBe(false);
});

it("drops the answer to a question that was overtaken by another draft", async () => {
  replies.set("/api/read", { status: 200, body: { text: "21", value: 21, echo: "", near: [] } });
  const { result } = renderHook(useJob, { wrapper });
  act(() => result.current.dispatch({ do: "draft", slot: "diameter", text: "21" }));
  let reading: Promise<boolean> | undefined;
  act(() => {
    reading = result.current.read("diameter", "diameter", "21", figure(withDiameter));
  });
  act(() => result.current.dispatch({ do: "draft", slot: "diameter", text: "21.5" }));
  await act(async () => void (await reading));
  expect(result.current.state.drafts.diameter).toBe("21.5");
  expect(result.current.state.jobs.now?.case.hole.diameter_mm).toBe(20);
});

it("keeps the last good answer, marked stale, when the next case is refused", async () => {
  replies.set("/api/check", { status: 200, body: { verdict: "holds" } });
  const { result, rerender } = renderHook(({ job }) => useCheck(job), { wrapper, initialProps: { job: CASE } });
  await waitFor(() => expect(result.current.stale).toBe(false));
  await waitFor(() => expect(result.current.data).toEqual({ verdict: "holds" }));
  replies.set("/api/check", { status: 422, body: { errors: [{ field: "hole.diameter_mm", message: "too wide" }] } });
  rerender({ job: withDiameter(CASE, 149) });
  await waitFor(() => expect(result.current.problems).toHaveLength(1));
  expect(result.current.stale).toBe(true);
  expect(result.current.data).toEqual({ verdict: "holds" });
  expect(result.current.of?.hole.diameter_mm).toBe(20);
});
