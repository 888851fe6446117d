/** The second line: what decides holding, reach and life. Each phrase asks for the fields its job calls for. */
import { DETAILS } from "../details";
import { useJob } from "../provider";
import type { Answer, Phrase } from "../types";
import { FieldRows } from "./FieldRow";

export function SetUpPicker({ phrase, answer }: { phrase: Phrase; answer: Answer | null }) {
  const { state } = useJob();
  if (!state.jobs.now) return null;
  return <FieldRows paths={DETAILS[phrase](state.jobs.now.case)} phrase={phrase} answer={answer} />;
}
