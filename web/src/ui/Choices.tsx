/** A few choices side by side, one of them taken. */
type Props<Key extends string> = {
  label: string;
  choices: readonly (readonly [Key, string])[];
  chosen: Key | undefined;
  onChoose: (key: Key) => void;
};

export function Choices<Key extends string>({ label, choices, chosen, onChoose }: Props<Key>) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap gap-1.5">
      {choices.map(([key, words]) => (
        <button key={key} type="button" className="chip" aria-pressed={key === chosen} onClick={() => onChoose(key)}>
          {words}
        </button>
      ))}
    </div>
  );
}
