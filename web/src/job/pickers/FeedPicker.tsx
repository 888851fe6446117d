/** Feed per revolution, the power-feed steps, or the force of the hand. */
import { Choices } from "../../ui/Choices";
import { DETAILS } from "../details";
import { figure, useJob } from "../provider";
import type { Answer, Case } from "../types";
import { isHandFed } from "../types";
import { nominal, show } from "../units";
import { FieldRows } from "./FieldRow";
import { TypedField } from "./TypedField";
import { later } from "../../ui/later";

const Program = later(() => import("./Program").then((part) => part.Program));

const USUAL_FORCES_N = [60, 80, 100, 120, 150, 200];

const withFeed = (was: Case, feed_mm_rev: number): Case => ({ ...was, setting: { ...without(was), feed_mm_rev } });
const withTurn = (was: Case, seconds_per_turn: number): Case => ({ ...was, setting: { ...without(was), seconds_per_turn } });
const withForce = (was: Case, hand_force_n: number): Case => ({ ...was, setting: { ...without(was), hand_force_n } });

function without(was: Case): Case["setting"] {
  const { feed_mm_rev: _feed, feed_rate_mm_min: _rate, hand_force_n: _force, seconds_per_turn: _turn, ...rest } = was.setting;
  return rest;
}

export function FeedPicker({ answer, onDone }: { answer: Answer | null; onDone: () => void }) {
  const { state, change, system } = useJob();
  const job = state.jobs.now;
  if (!job) return null;
  const { setting, machine } = job.case;
  const byHand = isHandFed(job.case);
  const wound = machine.feed.kind === "tailstock";
  const where = wound ? "at the rim" : machine.feed.kind === "push" ? "of push" : "on the lever";
  const steps = machine.feed.steps_mm_rev ?? [];
  const set = (edit: (was: Case) => Case) => void change({ phrase: "feed", edit }).then(onDone);
  const book = answer?.book;
  return (
    <div className="grid gap-3">
      {book && (
        <p className="text-sm text-faint">
          The book feeds this drill {show(book.feed_mm_rev, "mm/rev", system, 2)}
          {book.hand_force_n !== null && `, which would take ${show(book.hand_force_n, "N", system, 2)} ${where}`}.
        </p>
      )}
      {wound && (
        <TypedField
          slot="feed"
          kind="time"
          label="Seconds for a turn of the wheel"
          value={setting.seconds_per_turn == null ? "" : String(setting.seconds_per_turn)}
          apply={figure(withTurn)}
          hint="seconds, by the watch"
          onDone={onDone}
          first
        />
      )}
      {byHand && (
        <>
          {setting.hand_force_n != null && (
            <TypedField
              slot="feed"
              kind="force"
              label={wound ? "Force at the rim" : machine.feed.kind === "push" ? "Force of the push" : "Force on the lever"}
              value={nominal(setting.hand_force_n, "N", system)}
              apply={figure(withForce)}
              hint="N, lbf, or kg on a bathroom scale"
              onDone={onDone}
              first
            />
          )}
          <Choices
            label="Usual forces"
            choices={USUAL_FORCES_N.map((force) => [String(force), nominal(force, "N", system)] as const)}
            chosen={setting.hand_force_n == null ? undefined : String(setting.hand_force_n)}
            onChoose={(force) => set((was) => withForce(was, Number(force)))}
          />
        </>
      )}
      {setting.hand_force_n == null ? (
        <TypedField
          slot="feed"
          kind="feed"
          label={byHand ? "Feed the hand should make" : "Feed"}
          value={show(setting.feed_mm_rev ?? answer?.setting.feed_mm_rev, "mm/rev", system)}
          apply={figure(withFeed)}
          hint="mm/rev, in/rev or thou"
          onDone={onDone}
          first={!wound}
        />
      ) : (
        <button type="button" className="chip" onClick={() => set((was) => withFeed(was, Number((book?.feed_mm_rev ?? 0.1).toFixed(3))))}>
          Ask for a feed instead: what force would it take?
        </button>
      )}
      {steps.length > 0 && (
        <Choices
          label="Power feed"
          choices={steps.map((step) => [String(step), show(step, "mm/rev", system, 2)] as const)}
          chosen={setting.feed_mm_rev == null ? undefined : String(setting.feed_mm_rev)}
          onChoose={(step) => set((was) => withFeed(was, Number(step)))}
        />
      )}
      {byHand && setting.hand_force_n == null && (
        <button type="button" className="chip" onClick={() => set((was) => withForce(was, 100))}>
          Pull with a force instead: what feed does it make?
        </button>
      )}
      {!byHand && <Program onDone={onDone} />}
      <FieldRows
        paths={DETAILS.feed(job.case)}
        phrase="feed"
        answer={answer}
        folded={byHand ? "The lever, wheel or rack of this machine" : "What the feed can push"}
      />
    </div>
  );
}
