/** Keys that were typed while the page loaded are played once it can take them, one after another, as if they came now. */
type Early = { early: { key: string; code: string }[]; over: () => void };

const kept = (): Early | undefined => (window as { earlyKeys?: Early }).earlyKeys;

/** A letter goes into the field that has the focus, in the place of what is selected there. */
function typeInto(field: HTMLInputElement | HTMLTextAreaElement, letter: string): void {
  const [from, to] = [field.selectionStart ?? field.value.length, field.selectionEnd ?? field.value.length];
  const value = field.value.slice(0, from) + letter + field.value.slice(to);
  // React listens to the field's own setter: the one beneath it is called.
  Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field) as object, "value")?.set?.call(field, value);
  field.setSelectionRange(from + 1, from + 1);
  field.dispatchEvent(new Event("input", { bubbles: true }));
}

function play({ key, code }: Early["early"][number]): void {
  const place = document.activeElement ?? document.body;
  const went = place.dispatchEvent(new KeyboardEvent("keydown", { key, code, bubbles: true, cancelable: true }));
  place.dispatchEvent(new KeyboardEvent("keyup", { key, code, bubbles: true }));
  const field = place instanceof HTMLInputElement || place instanceof HTMLTextAreaElement ? place : null;
  if (went && field && key.length === 1) typeInto(field, key);
}

/** Plays what was typed, a frame a key, since a key may open what the next goes into; from then on keys go their own way. */
export async function playEarlyKeys(): Promise<void> {
  const typed = kept();
  if (!typed) return;
  for (let next = typed.early.shift(); next; next = typed.early.shift()) {
    play(next);
    await new Promise(requestAnimationFrame);
  }
  typed.over();
}

/** Gives up what was typed: on a screen that has no use for it. */
export const forgetEarlyKeys = (): void => kept()?.over();
