/** The two forms of the Plan: one hole, or a part with several. */
import { ScreenLink } from "../ui/ScreenLink";

const FORMS = [
  ["/plan", "One hole"],
  ["/part", "A part with several holes"],
] as const;

export function OneOrMany() {
  return (
    <nav aria-label="What is planned" className="no-print flex flex-wrap gap-1.5 pt-1">
      {FORMS.map(([path, words]) => (
        <ScreenLink key={path} to={path} className={(there) => `tap chip flex items-center no-underline ${there ? "border-ink bg-ink text-film" : ""}`}>
          {words}
        </ScreenLink>
      ))}
    </nav>
  );
}
