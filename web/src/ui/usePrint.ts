/** Printing a sheet, with a square code that opens what is on it on a phone in the shop. */
import { useEffect, useState } from "react";

import { api } from "../api/client";

/** `link`: the address that opens it; nothing where none does. */
export function usePrint(link: () => string | null): { print: () => void; code: string | null } {
  const [code, setCode] = useState<string | null>(null);
  const [asked, setAsked] = useState(false);
  // The code is of the thing as it is when it is printed; without the server the sheet goes out without one.
  const print = () => {
    const to = link();
    void (!to ? Promise.resolve(null) : api.squareCode(to).then((svg) => `data:image/svg+xml,${encodeURIComponent(svg)}`))
      .then(setCode)
      .catch(() => setCode(null))
      .finally(() => setAsked(true));
  };
  useEffect(() => {
    if (!asked) return;
    setAsked(false);
    // A picture that is not decoded yet would print as an empty frame.
    const drawn = document.querySelector<HTMLImageElement>("img.print-code");
    void (drawn?.decode() ?? Promise.resolve()).catch(() => undefined).then(() => window.print());
  }, [asked]);
  return { print, code };
}
