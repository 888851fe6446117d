/** Printing a check, with a square code that opens it on a phone in the shop. */
import { useEffect, useState } from "react";

import { api } from "../../api/client";

export function usePrint(): { print: () => void; code: string | null } {
  const [code, setCode] = useState<string | null>(null);
  const [asked, setAsked] = useState(false);
  // The code is of the job as it is when it is printed; without the server the sheet goes out without one.
  const print = () =>
    void api
      .squareCode(location.href)
      .then((svg) => setCode(`data:image/svg+xml,${encodeURIComponent(svg)}`))
      .catch(() => setCode(null))
      .finally(() => setAsked(true));
  useEffect(() => {
    if (!asked) return;
    setAsked(false);
    // A picture that is not decoded yet would print as an empty frame.
    const drawn = document.querySelector<HTMLImageElement>("img.print-code");
    void (drawn?.decode() ?? Promise.resolve()).catch(() => undefined).then(() => window.print());
  }, [asked]);
  return { print, code };
}
