/** The job in one line, for a phone's top edge. */
import { familyOf } from "./words";
import { depthPhrase, diameterPhrase, feedPhrase, machinePhrase, speedPhrase } from "./phrases";
import type { Answer, Job, System } from "./types";

export const shortSentence = (job: Job, answer: Answer | null, system: System): string =>
  [
    `${familyOf(job.case.cutter.family).verb} ${diameterPhrase(job, system).text}`,
    depthPhrase(job, system).text,
    machinePhrase(job).text,
    speedPhrase(job).text,
    feedPhrase(job, answer, system).text,
  ].join(" · ");
