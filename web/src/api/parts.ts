/** What the Part asks of the server; apart from the rest, since few other screens need it. */
import { type Body, client, taken } from "./client";

export const partsApi = {
  parts: async () => taken(await client.GET("/api/parts")),
  readPart: async (slug: string) => taken(await client.GET("/api/parts/{slug}", { params: { path: { slug } } })),
  keepPart: async (body: object) => taken(await client.POST("/api/parts", { body: body as Body })),
  keepPartAgain: async (slug: string, body: object) => taken(await client.PUT("/api/parts/{slug}", { params: { path: { slug } }, body: body as Body })),
  removePart: async (slug: string) => taken(await client.DELETE("/api/parts/{slug}", { params: { path: { slug } } })),
  returnPart: async (slug: string) => taken(await client.POST("/api/parts/{slug}/back", { params: { path: { slug } } })),
  inspection: async (of: "plans" | "parts", slug: string) => taken(await client.GET(`/api/${of}/{slug}/inspection`, { params: { path: { slug } } })),
  binnedParts: async () => taken(await client.GET("/api/parts", { params: { query: { binned: true } } })),
};
