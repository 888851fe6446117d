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

const cookie = (name: string): string =>
  document.cookie
    .split("; ")
    .find((part) => part.startsWith(`${name}=`))
    ?.slice(name.length + 1) ?? "";

const client = createClient<paths>({
  baseUrl: location.origin,
  fetch: async (request) => {
    try {
      return await fetch(request);
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

function taken<Data>({ data, error, response }: Reply<Data>): Data {
  if (response.ok && data !== undefined) return data;
  if (response.status >= 502) throw new Lost("the server does not answer");
  const problems = (error as { errors?: Problem[] } | undefined)?.errors ?? [];
  throw new Refused(response.status, problems);
}

// The case is the core's own object; its fields are checked there, in words.
type Body = never;

export const api = {
  check: async (job: object, signal?: AbortSignal) => taken(await client.POST("/api/check", { body: job as Body, signal })),
  log: async (job: object, signal?: AbortSignal) => taken(await client.POST("/api/log", { body: job as Body, signal })),
  window: async (job: object, signal?: AbortSignal) => taken(await client.POST("/api/window", { body: job as Body, signal })),
  waysOut: async (job: object, signal?: AbortSignal) => taken(await client.POST("/api/ways-out", { body: job as Body, signal })),
  program: async (body: { program: string; case: object }, signal?: AbortSignal) => taken(await client.POST("/api/program", { body: body as Body, signal })),
  settle: async (body: { case: object; changed: string; pinned: boolean }) =>
    taken(await client.POST("/api/settle", { body: body as Body })),
  read: async (kind: string, text: string, system: string) =>
    taken(await client.GET("/api/read", { params: { query: { kind, text, system } } })),
  me: async () => taken(await client.GET("/api/me")),
  words: async () => taken(await client.GET("/api/words")),
  machines: async () => taken(await client.GET("/api/machines")),
  cutters: async () => taken(await client.GET("/api/cutters")),
  materials: async () => taken(await client.GET("/api/materials")),
  checks: async () => taken(await client.GET("/api/checks")),
  readCheck: async (slug: string) => taken(await client.GET("/api/checks/{slug}", { params: { path: { slug } } })),
  keep: async (body: { name: string; note: string; case: object; refs: object }) =>
    taken(await client.POST("/api/checks", { body: body as Body })),
  keepAgain: async (slug: string, body: { name: string; note: string; case: object; refs: object }) =>
    taken(await client.PUT("/api/checks/{slug}", { params: { path: { slug } }, body: body as Body })),
};
