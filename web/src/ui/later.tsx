/** A part that is fetched when it is first shown: the page answers sooner without it. */
import { type ComponentType, lazy, Suspense } from "react";

export function later<P extends object>(fetchPart: () => Promise<ComponentType<P>>, meanwhile = ""): ComponentType<P> {
  const Part = lazy(async () => ({ default: await fetchPart() }));
  return function Later(props: P) {
    return (
      <Suspense fallback={meanwhile && <p className="text-sm text-faint">{meanwhile}</p>}>
        <Part {...props} />
      </Suspense>
    );
  };
}
