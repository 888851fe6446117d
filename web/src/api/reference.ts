/** What the book asks of the server; apart from the rest, since no other screen needs it. */
import { client, taken } from "./client";

export const reference = {
  contents: async () => taken(await client.GET("/api/reference")),
  page: async (page: string) => taken(await client.GET("/api/reference/pages/{page}", { params: { path: { page } } })),
  find: async (text: string, signal: AbortSignal) => taken(await client.GET("/api/reference/find", { params: { query: { text } }, signal })),
};
