import "./index.css";

import { StrictMode } from "react";
import { createRoot } from "react-dom/client";

import { App } from "./app/App";
import { openAddress } from "./job/url";

const root = document.getElementById("root");
if (root)
  void openAddress().then(() =>
    createRoot(root).render(
      <StrictMode>
        <App />
      </StrictMode>,
    ),
  );

// Only over a safe connection is there one; elsewhere the browser tells in its own way.
void navigator.serviceWorker?.register("/away.js").catch(() => undefined);
