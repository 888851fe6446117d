/** A function that stays the same one from render to render and always does what the latest would. */
import { useCallback, useEffect, useRef } from "react";

export function useStable<Given extends unknown[], Back>(wanted: (...given: Given) => Back): (...given: Given) => Back {
  const latest = useRef(wanted);
  useEffect(() => {
    latest.current = wanted;
  });
  return useCallback((...given: Given) => latest.current(...given), []);
}
