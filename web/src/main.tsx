import "@fontsource/atkinson-hyperlegible-next/latin-400.css";
import "@fontsource/atkinson-hyperlegible-next/latin-600.css";
import "@fontsource/atkinson-hyperlegible-next/latin-700.css";
import "@fontsource/atkinson-hyperlegible-mono/latin-400.css";
import "./theme/base.css";
import "./theme/screens.css";
import "./theme/forms.css";
import "./theme/matrix.css";
import "./theme/findings.css";
import "./theme/narrow.css";
import "./theme/print.css";
import { QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { makeQueryClient } from "./api/staleness";
import { App } from "./App";
import { Theme } from "./theme/Theme";

const client = makeQueryClient();

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        <Theme>
          <App />
        </Theme>
      </QueryClientProvider>
    </StrictMode>,
  );
}
