/** The words as the core says them, for screens that are drawn without a server. */
import type { Schemas } from "../api/client";
import { learn } from "./words";
import sample from "./words.sample.json";

learn({ ...sample, roles: { learner: "", machinist: "", lead: "", admin: "" } } as Schemas["Words"]);
