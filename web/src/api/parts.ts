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

/** What goes with a file: its bytes as they are. */
const bytes = (body: Blob) => ({
  body: body as Body,
  bodySerializer: (given: unknown) => given as Blob,
  headers: { "Content-Type": "application/octet-stream" },
});

export type Unit = "" | "mm" | "cm" | "m" | "inch" | "foot";
export type TableForm = "csv" | "xlsx";
export type DrawingForm = "dxf" | "svg" | "pdf";

/** A part's files and programs. */
export const partFiles = {
  readDrawing: async (file: Blob, units: Unit, layers: readonly string[], zero: string) =>
    taken(await client.POST("/api/part/drawing", { params: { query: { units, layers: layers.join("\n"), zero } }, ...bytes(file) })),
  readTable: async (file: Blob, form: TableForm) => taken(await client.POST("/api/part/table", { params: { query: { form } }, ...bytes(file) })),
  writeTable: async (part: object, form: TableForm): Promise<Blob> =>
    taken(await client.POST("/api/part/table/{form}", { params: { path: { form } }, body: part as Body, parseAs: "blob" })) as Blob,
  markingOut: async (part: object, setup: string, form: DrawingForm): Promise<Blob> =>
    taken(await client.POST("/api/part/marking-out/{form}", { params: { path: { form } }, body: { part, setup } as Body, parseAs: "blob" })) as Blob,
  program: async (body: object, signal: AbortSignal) => taken(await client.POST("/api/part/program", { body: body as Body, signal })),
};
