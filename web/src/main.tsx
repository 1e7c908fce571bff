import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Toaster } from "sonner";
import { asProblem } from "./api/client";
import { applyTheme } from "./app/theme";
import { makeRouter } from "./app/router";
import "./index.css";

applyTheme();

const queries = new QueryClient({
  defaultOptions: {
    queries: { staleTime: 2_000, retry: (count, error) => asProblem(error).status === 0 && count < 3 },
    mutations: { retry: (count, error) => asProblem(error).status === 0 && count < 4, retryDelay: 1_000, networkMode: "always" },
  },
});

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <RouterProvider router={makeRouter(queries)} />
        <Toaster position="bottom-center" toastOptions={{ className: "!bg-ink !text-paper !border-0 !font-semibold !text-base" }} />
      </QueryClientProvider>
    </StrictMode>,
  );
}
