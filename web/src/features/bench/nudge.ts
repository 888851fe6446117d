/** Arrow keys on the operating point: the next real speed, a little more or less feed or force. */
import { type Case, stagesOf } from "../../job/types";

const FORCE_STEP_N = 5;
const FEED_STEP = 1.05;
const SPEED_STEP = 1.05;

/** The next faster (+1) or slower (-1) real speed; the same case where there is none. */
export function nudgeSpeed(job: Case, by: 1 | -1): Case {
  const now = job.setting.speed_rpm;
  const speeds = stagesOf(job.machine)
    .flatMap((stage) => (stage.speed_rpm == null ? [] : [stage.speed_rpm]))
    .sort((a, b) => a - b);
  const next = by > 0 ? speeds.find((speed) => speed > now * 1.001) : speeds.findLast((speed) => speed < now * 0.999);
  const within = speeds.length === 0 ? inRanges(job, by) : next;
  return within === undefined ? job : { ...job, setting: { ...job.setting, speed_rpm: within } };
}

/** Five per cent faster or slower where the spindle has ranges, held within them; nothing where it is at their end. */
function inRanges(job: Case, by: 1 | -1): number | undefined {
  const now = job.setting.speed_rpm;
  const ranges = stagesOf(job.machine).flatMap((stage) => (stage.min_rpm == null || stage.max_rpm == null ? [] : [[stage.min_rpm, stage.max_rpm] as const]));
  if (ranges.length === 0) return undefined;
  const [low, high] = [Math.min(...ranges.map(([min]) => min)), Math.max(...ranges.map(([, max]) => max))];
  const next = Math.min(Math.max(Number((by > 0 ? now * SPEED_STEP : now / SPEED_STEP).toPrecision(3)), low), high);
  return next === now ? undefined : next;
}

/** A little more or less push: force where the hand pushes, the next step where the feed has steps, else five per cent. */
export function nudgeFeed(job: Case, by: 1 | -1): Case {
  const { setting, machine } = job;
  if (setting.hand_force_n != null) {
    return {
      ...job,
      setting: {
        ...setting,
        hand_force_n: Math.max(FORCE_STEP_N, Math.round((setting.hand_force_n + by * FORCE_STEP_N) / FORCE_STEP_N) * FORCE_STEP_N),
      },
    };
  }
  if (setting.seconds_per_turn != null) {
    const seconds = by > 0 ? setting.seconds_per_turn / FEED_STEP : setting.seconds_per_turn * FEED_STEP;
    return { ...job, setting: { ...setting, seconds_per_turn: Math.max(Number(seconds.toPrecision(3)), 0.2) } };
  }
  const now = setting.feed_mm_rev;
  if (now == null) return job;
  const steps = [...(machine.feed.steps_mm_rev ?? [])].sort((a, b) => a - b);
  const next =
    steps.length === 0
      ? Number((by > 0 ? now * FEED_STEP : now / FEED_STEP).toPrecision(3))
      : by > 0
        ? steps.find((step) => step > now * 1.001)
        : steps.findLast((step) => step < now * 0.999);
  return next === undefined ? job : { ...job, setting: { ...setting, feed_mm_rev: next } };
}
