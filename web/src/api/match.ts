/** What the match asks of the server; apart from the rest, since no other screen needs it. */
import { type Body, client, taken } from "./client";

export const matchHere = {
  some: async (body: object, signal: AbortSignal) => taken(await client.POST("/api/match-here", { body: body as Body, signal })),
  crossed: async (body: object) => taken(await client.POST("/api/match-here/case", { body: body as Body })),
};
