/** What the log says of itself, and what its names are in words. */
import { useQuery } from "@tanstack/react-query";

import { api, type Schemas } from "../api/client";

export type Lessons = Schemas["LogState"];
export const LESSONS = ["lessons"] as const;
export const useLessons = () => useQuery({ queryKey: LESSONS, queryFn: api.lessons, retry: false });
