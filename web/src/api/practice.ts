/** What practice asks of the server; apart from the rest, since no other screen needs it. */
import { type Body, client, taken } from "./client";

export const practice = {
  start: async (body: object) => taken(await client.POST("/api/practise/start", { body: body as Body })),
  step: async (body: object) => taken(await client.POST("/api/practise/step", { body: body as Body })),
  debrief: async (run: string) => taken(await client.GET("/api/practise/{run}/debrief", { params: { path: { run } } })),
};
