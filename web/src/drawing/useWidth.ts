/** The width a picture has, so that its text keeps its size on a phone. */
import { type RefObject, useEffect, useRef, useState } from "react";

export function useWidth(usual: number): [RefObject<HTMLElement | null>, number] {
  const place = useRef<HTMLElement | null>(null);
  const [width, setWidth] = useState(usual);
  useEffect(() => {
    const element = place.current;
    if (!element || typeof ResizeObserver === "undefined") return;
    const watch = new ResizeObserver(([entry]) => entry && setWidth(Math.max(Math.round(entry.contentRect.width), 300)));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return [place, width];
}
