/** The one place that talks to the server. */
import createClient from "openapi-fetch";

import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Problem = Schemas["Problem"];

/** The server understood and said no, in words. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problems: Problem[],
  ) {
    super(problems.map((problem) => problem.message).join("; ") || `refused (${status})`);
  }
}

/** The server could not be reached. */
export class Lost extends Error {}

/** What went wrong, in words for the screen. */
export const inWords = (error: unknown): string =>
  error instanceof Refused ? error.message : "The server does not answer. Nothing is lost: try again in a moment.";

const cookie = (name: string): string =>
  document.cookie
    .split("; ")
    .find((part) => part.startsWith(`${name}=`))
    ?.slice(name.length + 1) ?? "";

/** How often a question that came too soon is put again, and where that is not done: a password is never tried twice by itself. */
const TURNS = 3;
const NEVER_AGAIN = ["/api/sign-in", "/api/me/password"];
/** What every key press asks is short, and never put off: it is sent as it is, for a copy to send again costs a millisecond. */
const SHORT = ["/api/check", "/api/settle"];

/** The question, put again when the server says it is at too many long ones just now. */
async function inTurn(request: Request): Promise<Response> {
  const { pathname } = new URL(request.url);
  if (SHORT.includes(pathname)) return fetch(request);
  for (let turn = 1; ; turn += 1) {
    const answer = await fetch(request.clone());
    const wait = Number(answer.headers.get("Retry-After"));
    if (answer.status !== 429 || turn === TURNS || !wait || NEVER_AGAIN.includes(pathname)) return answer;
    await new Promise((done) => setTimeout(done, wait * 1000));
    request.signal.throwIfAborted();
  }
}

export const client = createClient<paths>({
  baseUrl: location.origin,
  fetch: async (request) => {
    try {
      return await inTurn(request);
    } catch (error) {
      if (error instanceof DOMException && error.name === "AbortError") throw error;
      throw new Lost("the server does not answer");
    }
  },
});

client.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", cookie("csrftoken"));
    return request;
  },
});

type Reply<Data> = { data?: Data; error?: unknown; response: Response };

export function taken<Data>({ data, error, response }: Reply<Data>): Data {
  if (response.ok && data !== undefined) return data;
  if (response.status >= 502) throw new Lost("the server does not answer");
  const problems = (error as { errors?: Problem[] } | undefined)?.errors ?? [];
  throw new Refused(response.status, problems);
}

export type RecordKind = "machines" | "cutters" | "materials";
export type FileKind = RecordKind | "checks" | "shop";
export type FileForm = "csv" | "xlsx" | "json";
export type Pasted = Schemas["Pasted"]["what"];

// The case is the core's own object; its fields are checked there, in words.
export type Body = never;

export const api = {
  check: async (job: object, signal?: AbortSignal) => taken(await client.POST("/api/check", { body: job as Body, signal })),
  pictures: async (job: object, signal?: AbortSignal) => taken(await client.POST("/api/pictures", { body: job as Body, signal })),
  working: async (job: object, signal?: AbortSignal) => taken(await client.POST("/api/working", { body: job as Body, signal })),
  waysOut: async (job: object, signal?: AbortSignal) => taken(await client.POST("/api/ways-out", { body: job as Body, signal })),
  squareCode: async (link: string) => taken(await client.POST("/api/square-code", { body: { link } })).svg,
  diagnose: async (body: object, signal?: AbortSignal) => taken(await client.POST("/api/diagnose", { body: body as Body, signal })),
  /** A part planned; under the name given it may be asked how far that is. */
  part: async (body: object, signal?: AbortSignal, name?: string) =>
    taken(await client.POST("/api/part", { body: body as Body, signal, headers: name ? { "X-Watch": name } : {} })),
  howFar: async (name: string) => taken(await client.GET("/api/watched/{name}", { params: { path: { name } } })),
  capability: async (body: object, signal?: AbortSignal) => taken(await client.POST("/api/capability", { body: body as Body, signal })),
  chart: async (body: object, signal?: AbortSignal) => taken(await client.POST("/api/chart", { body: body as Body, signal })),
  guesses: async (job: object, signal?: AbortSignal) => taken(await client.POST("/api/guesses", { body: job as Body, signal })),
  plan: async (body: object, signal?: AbortSignal) => taken(await client.POST("/api/plan", { body: body as Body, signal })),
  planAnywhere: async (body: object, signal?: AbortSignal) => taken(await client.POST("/api/plan-anywhere", { body: body as Body, signal })),
  writeProgram: async (body: object, signal?: AbortSignal) => taken(await client.POST("/api/program/write", { body: body as Body, signal })),
  runProgram: async (body: object, signal?: AbortSignal) => taken(await client.POST("/api/program/run", { body: body as Body, signal })),
  plans: async () => taken(await client.GET("/api/plans")),
  readPlan: async (slug: string) => taken(await client.GET("/api/plans/{slug}", { params: { path: { slug } } })),
  keepPlan: async (body: object) => taken(await client.POST("/api/plans", { body: body as Body })),
  keepPlanAgain: async (slug: string, body: object) => taken(await client.PUT("/api/plans/{slug}", { params: { path: { slug } }, body: body as Body })),
  removePlan: async (slug: string) => taken(await client.DELETE("/api/plans/{slug}", { params: { path: { slug } } })),
  returnPlan: async (slug: string) => taken(await client.POST("/api/plans/{slug}/back", { params: { path: { slug } } })),
  program: async (body: { program: string; case: object; system: string }, signal?: AbortSignal) =>
    taken(await client.POST("/api/program", { body: body as Body, signal })),
  settle: async (body: { case: object; changed: string; pinned: boolean; usual?: boolean; typed?: object }) =>
    taken(await client.POST("/api/settle", { body: body as Body })),
  read: async (kind: string, text: string, system: string): Promise<Schemas["ReadAnswer"]> => {
    const found = taken(await client.GET("/api/read", { params: { query: { kind, text, system } } }));
    if ("echo" in found) return found;
    throw new Error(`${kind} is not read as a figure`);
  },
  readMetal: async (text: string): Promise<Schemas["MetalRead"]> => {
    const found = taken(await client.GET("/api/read", { params: { query: { kind: "metal", text } } }));
    if ("iso_group" in found) return found;
    throw new Error("a metal is not read as one");
  },
  readPlate: async (text: string): Promise<Schemas["PlateRead"]> => {
    const found = taken(await client.GET("/api/read", { params: { query: { kind: "plate", text } } }));
    if ("spindle" in found) return found;
    throw new Error("a plate is not read as one");
  },
  readHole: async (text: string): Promise<Schemas["HoleRead"]> => {
    const found = taken(await client.GET("/api/read", { params: { query: { kind: "hole", text } } }));
    if ("drilled_mm" in found) return found;
    throw new Error("a hole is not read as one");
  },
  me: async () => taken(await client.GET("/api/me")),
  cuts: async (query: NonNullable<paths["/api/cuts"]["get"]["parameters"]["query"]>) => taken(await client.GET("/api/cuts", { params: { query } })),
  readCut: async (slug: string) => taken(await client.GET("/api/cuts/{slug}", { params: { path: { slug } } })),
  writeCut: async (slug: string, body: object) => taken(await client.PUT("/api/cuts/{slug}", { params: { path: { slug } }, body: body as Body })),
  troubles: async (query: NonNullable<paths["/api/troubles"]["get"]["parameters"]["query"]>) => taken(await client.GET("/api/troubles", { params: { query } })),
  writeTrouble: async (slug: string, body: object) => taken(await client.PUT("/api/troubles/{slug}", { params: { path: { slug } }, body: body as Body })),
  removeTrouble: async (slug: string) => taken(await client.DELETE("/api/troubles/{slug}", { params: { path: { slug } } })),
  returnTrouble: async (slug: string) => taken(await client.POST("/api/troubles/{slug}/back", { params: { path: { slug } } })),
  handOvers: async () => taken(await client.GET("/api/hand-overs")),
  leaveRun: async (slug: string, body: object) => taken(await client.PUT("/api/hand-overs/{slug}", { params: { path: { slug } }, body: body as Body })),
  takeRun: async (slug: string) => taken(await client.POST("/api/hand-overs/{slug}/take", { params: { path: { slug } } })),
  insertOffset: async (slug: string, wanted_mm: number) =>
    taken(await client.GET("/api/cutters/{slug}/offset", { params: { path: { slug }, query: { wanted_mm } } })),
  markCut: async (slug: string, body: { taken?: boolean; confirmed?: boolean }) =>
    taken(await client.POST("/api/cuts/{slug}/marks", { params: { path: { slug } }, body })),
  removeCut: async (slug: string) => taken(await client.DELETE("/api/cuts/{slug}", { params: { path: { slug } } })),
  returnCut: async (slug: string) => taken(await client.POST("/api/cuts/{slug}/back", { params: { path: { slug } } })),
  lessons: async () => taken(await client.GET("/api/lessons")),
  useLessons: async (used: boolean) => taken(await client.PUT("/api/lessons", { body: { used } })),
  experience: async (job: object, signal?: AbortSignal) => taken(await client.POST("/api/experience", { body: job as Body, signal })),
  watch: async (body: object, signal?: AbortSignal) => taken(await client.POST("/api/trace", { body: body as Body, signal })),
  edges: async () => taken(await client.GET("/api/edges")),
  noteEdge: async (slug: string, body: { kind: string; note?: string; ground_by?: string; length_mm?: number }) =>
    taken(await client.POST("/api/cutters/{slug}/edge", { params: { path: { slug } }, body })),
  signedOff: async () => taken(await client.GET("/api/practise/sign-offs")),
  glossary: async () => taken(await client.GET("/api/glossary")),
  words: async () => taken(await client.GET("/api/words")),
  machines: async () => taken(await client.GET("/api/machines")),
  cutters: async () => taken(await client.GET("/api/cutters")),
  materials: async () => taken(await client.GET("/api/materials")),
  checks: async () => taken(await client.GET("/api/checks")),
  readCheck: async (slug: string) => taken(await client.GET("/api/checks/{slug}", { params: { path: { slug } } })),
  keep: async (body: { name: string; note: string; case: object; refs: object }) => taken(await client.POST("/api/checks", { body: body as Body })),
  removeCheck: async (slug: string) => taken(await client.DELETE("/api/checks/{slug}", { params: { path: { slug } } })),
  returnCheck: async (slug: string) => taken(await client.POST("/api/checks/{slug}/back", { params: { path: { slug } } })),
  checkAgain: async (slug: string) => taken(await client.GET("/api/checks/{slug}/again", { params: { path: { slug } } })),
  keepAgain: async (slug: string, body: { name: string; note: string; case: object; refs: object; revision?: number }) =>
    taken(await client.PUT("/api/checks/{slug}", { params: { path: { slug } }, body: body as Body })),
  drawMachine: async (spec: object, signal?: AbortSignal) => taken(await client.POST("/api/machines/draw", { body: spec as Body, signal })),
  rateMachine: async (spec: object, signal?: AbortSignal) => taken(await client.POST("/api/machines/rated", { body: spec as Body, signal })),
  readPasted: async (what: Pasted, text: string, system: "metric" | "inch") => taken(await client.POST("/api/machines/read", { body: { what, text, system } })),
  crib: async () => taken(await client.GET("/api/crib")),
  previewSet: async (text: string) => taken(await client.GET("/api/cutter-sets", { params: { query: { text } } })),
  addSet: async (text: string, place: string) => taken(await client.POST("/api/cutter-sets", { body: { text, place, note: "" } })),
  away: async (kind: RecordKind) => taken(await client.GET(`/api/${kind}`, { params: { query: { away: true } } })),
  binnedChecks: async () => taken(await client.GET("/api/checks", { params: { query: { binned: true } } })),
  binnedPlans: async () => taken(await client.GET("/api/plans", { params: { query: { binned: true } } })),
  add: async <Kind extends RecordKind>(kind: Kind, body: object) => taken(await client.POST(`/api/${kind as "machines"}`, { body: body as Body })),
  change: async <Kind extends RecordKind>(kind: Kind, slug: string, body: object) =>
    taken(await client.PUT(`/api/${kind as "machines"}/{slug}`, { params: { path: { slug } }, body: body as Body })),
  remove: async (kind: RecordKind, slug: string) => taken(await client.DELETE(`/api/${kind}/{slug}`, { params: { path: { slug } } })),
  bringBack: async (kind: RecordKind, slug: string) => taken(await client.POST(`/api/${kind}/{slug}/back`, { params: { path: { slug } } })),
  history: async (kind: RecordKind | "checks" | "cuts", slug: string) => taken(await client.GET(`/api/${kind}/{slug}/history`, { params: { path: { slug } } })),
  restore: async (kind: RecordKind, slug: string, entry: number) =>
    taken(await client.POST(`/api/${kind as "machines"}/{slug}/history/{entry}/restore`, { params: { path: { slug, entry } } })),
  bringIn: async (kind: FileKind, form: FileForm, body: Blob, write: boolean) =>
    taken(
      await client.POST("/api/import/{kind}", {
        params: { path: { kind }, query: { form, write } },
        body: body as Body,
        bodySerializer: (given: unknown) => given as Blob,
        headers: { "Content-Type": "application/octet-stream" },
      }),
    ),
  health: async () => taken(await client.GET("/api/health")),
  signIn: async (username: string, password: string) => taken(await client.POST("/api/sign-in", { body: { username, password } })),
  signOut: async () => taken(await client.POST("/api/sign-out")),
  ownPassword: async (old: string, fresh: string) => taken(await client.POST("/api/me/password", { body: { old, new: fresh } })),
  people: async () => taken(await client.GET("/api/people")),
  addPerson: async (body: Schemas["NewPerson"]) => taken(await client.POST("/api/people", { body })),
  changePerson: async (username: string, body: Schemas["ChangedPerson"]) =>
    taken(await client.PUT("/api/people/{username}", { params: { path: { username } }, body })),
};
