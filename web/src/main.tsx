import "@fontsource-variable/fraunces/index.css";
import "@fontsource/atkinson-hyperlegible/latin-400.css";
import "@fontsource/atkinson-hyperlegible/latin-700.css";
import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { SettingsProvider } from "./app/settings";
import { Shell } from "./app/Shell";
import { css, system } from "./app/theme";
import { Now } from "./pages/Now";

const Garden = lazy(() => import("./pages/Garden"));
const GardenPlan = lazy(() => import("./pages/GardenPlan"));
const Block = lazy(() => import("./vine/Block"));
const Rules = lazy(() => import("./pages/Rules"));
const Bin = lazy(() => import("./pages/Bin"));
const Waiting = lazy(() => import("./pages/Waiting"));
const Measures = lazy(() => import("./pages/Measures"));
const PlantPage = lazy(() => import("./plant/PlantPage"));
const Look = lazy(() => import("./plant/Look"));
const Decide = lazy(() => import("./plant/Decide"));
const Compare = lazy(() => import("./rose/Compare"));
const Sheet = lazy(() => import("./plant/Sheet"));
const Do = lazy(() => import("./plant/Do"));
const Remember = lazy(() => import("./plant/Remember"));

const style = document.createElement("style");
style.textContent = css;
document.head.append(style);
document.documentElement.dataset["theme"] = localStorage.getItem("gemmifer.theme") ?? "auto";

// Whether the device says that it is on a network tells nothing of the garden: it is always asked.
const client = new QueryClient({
  defaultOptions: {
    queries: { retry: 1, staleTime: 5_000, networkMode: "always" },
    mutations: { networkMode: "always" },
  },
});

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <ChakraProvider value={system}>
      <QueryClientProvider client={client}>
        <SettingsProvider>
          <BrowserRouter>
            <Suspense fallback={<p style={{ padding: 24 }}>One moment.</p>}>
              <Routes>
                <Route element={<Shell />}>
                  <Route index element={<Now />} />
                  <Route path="garden" element={<Garden />} />
                  <Route path="garden/plan" element={<GardenPlan />} />
                  <Route path="garden/rows" element={<Block />} />
                  <Route path="rules" element={<Rules />} />
                  <Route path="measures" element={<Measures />} />
                  <Route path="waiting" element={<Waiting />} />
                  <Route path="bin" element={<Bin />} />
                  <Route path="plants/:id" element={<PlantPage />}>
                    <Route index element={<Navigate to="look" replace />} />
                    <Route path="look" element={<Look />} />
                    <Route path="decide" element={<Decide />} />
                    <Route path="compare" element={<Compare />} />
                    <Route path="sheet" element={<Sheet />} />
                    <Route path="do" element={<Do />} />
                    <Route path="remember" element={<Remember />} />
                  </Route>
                  <Route path="*" element={<Navigate to="/" replace />} />
                </Route>
              </Routes>
            </Suspense>
          </BrowserRouter>
        </SettingsProvider>
      </QueryClientProvider>
    </ChakraProvider>
  </StrictMode>,
);
