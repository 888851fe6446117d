/** What practice asks of the server; apart from the rest, since no other screen needs it. */
import { type Body, client, taken } from "./client";

export const practice = {
  start: async (body: object) => taken(await client.POST("/api/practise/start", { body: body as Body })),
  step: async (body: object) => taken(await client.POST("/api/practise/step", { body: body as Body })),
  debrief: async (run: string) => taken(await client.GET("/api/practise/{run}/debrief", { params: { path: { run } } })),
  finish: async (body: object) => taken(await client.POST("/api/practise/finish", { body: body as Body })),
  course: async () => taken(await client.GET("/api/practise/course")),
  answer: async (exercise: string, said: object) =>
    taken(await client.POST("/api/practise/course/{exercise}/answers", { params: { path: { exercise } }, body: { said } as Body })),
  assess: async () => taken(await client.POST("/api/practise/assessments", { body: {} as Body })),
  forget: async () => taken(await client.DELETE("/api/practise/mine")),
};

/** What whoever teaches asks of it. */
export const teaching = {
  course: async () => taken(await client.GET("/api/course")),
  publish: async (body: object) => taken(await client.POST("/api/exercises", { body: body as Body })),
  putAway: async (slug: string) => taken(await client.DELETE("/api/exercises/{slug}", { params: { path: { slug } } })),
  bringBack: async (slug: string) => taken(await client.POST("/api/exercises/{slug}/back", { params: { path: { slug } } })),
  signOff: async (body: object) => taken(await client.POST("/api/sign-offs", { body: body as Body })),
  withdraw: async (slug: string, why: string) =>
    taken(await client.POST("/api/sign-offs/{slug}/withdraw", { params: { path: { slug } }, body: { why } as Body })),
};
