/** What the core tells, in the user's units, its terms marked: each opens the glossary at that word. */
import { createContext, Fragment, memo, useContext } from "react";

import { pieces, type Terms } from "./terms";
import { inUnits } from "./units";
import { useUnits } from "./useUnits";

/** The words the glossary knows, and what opens it at one of them; nothing is marked before they are here. */
export const Glossary = createContext<{ terms: Terms; open: (id: string) => void } | null>(null);

export const Told = memo(function Told({ children }: { children: string }) {
  const glossary = useContext(Glossary);
  const said = inUnits(children, useUnits());
  if (!glossary) return said;
  return pieces(said, glossary.terms).map(({ text, term }, place) =>
    term ? (
      <button key={place} type="button" className="term" title={term.means} onClick={() => glossary.open(term.id)}>
        {text}
      </button>
    ) : (
      <Fragment key={place}>{text}</Fragment>
    ),
  );
});
