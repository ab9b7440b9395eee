import "@fontsource-variable/fraunces/index.css";
import "@fontsource/atkinson-hyperlegible/latin-400.css";
import "@fontsource/atkinson-hyperlegible/latin-700.css";
import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { base } from "./api/base";
import { OneMoment, screen } from "./app/screen";
import { SettingsProvider } from "./app/settings";
import { Shell } from "./app/Shell";
import { css, system } from "./app/theme";
import { Now } from "./pages/Now";

const Enter = screen(() => import("./pages/Enter"));
const Trust = screen(() => import("./pages/Trust"));
const Sharing = screen(() => import("./pages/Sharing"));
const Tags = screen(() => import("./pages/Tags"));
const Garden = screen(() => import("./pages/Garden"));
const GardenPlan = screen(() => import("./pages/GardenPlan"));
const Block = screen(() => import("./vine/Block"));
const Year = screen(() => import("./pages/Year"));
const Week = screen(() => import("./pages/Week"));
const LogBook = screen(() => import("./pages/LogBook"));
const Weather = screen(() => import("./pages/Weather"));
const Files = screen(() => import("./pages/Files"));
const Places = screen(() => import("./pages/Places"));
const Rules = screen(() => import("./pages/Rules"));
const Bin = screen(() => import("./pages/Bin"));
const Waiting = screen(() => import("./pages/Waiting"));
const Measures = screen(() => import("./pages/Measures"));
const PlantPage = screen(() => import("./plant/PlantPage"));
const Look = screen(() => import("./plant/Look"));
const Decide = screen(() => import("./plant/Decide"));
const Compare = screen(() => import("./rose/Compare"));
const Sheet = screen(() => import("./plant/Sheet"));
const Do = screen(() => import("./plant/Do"));
const SummerRound = screen(() => import("./rose/SummerRound"));
const CoverPage = screen(() => import("./plant/CoverPage"));
const VisitPage = screen(() => import("./plant/VisitPage"));
const Photos = screen(() => import("./plant/Photos"));
const Remember = screen(() => import("./plant/Remember"));

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
          <BrowserRouter basename={base}>
            <Suspense fallback={<OneMoment />}>
              <Routes>
                <Route path="in" element={<Enter />} />
                <Route path="trust" element={<Trust />} />
                <Route element={<Shell />}>
                  <Route index element={<Now />} />
                  <Route path="garden" element={<Garden />} />
                  <Route path="garden/plan" element={<GardenPlan />} />
                  <Route path="garden/rows" element={<Block />} />
                  <Route path="garden/tags" element={<Tags />} />
                  <Route path="sharing" element={<Sharing />} />
                  <Route path="year" element={<Year />} />
                  <Route path="log" element={<LogBook />} />
                  <Route path="week" element={<Week />} />
                  <Route path="weather" element={<Weather />} />
                  <Route path="files" element={<Files />} />
                  <Route path="garden/places" element={<Places />} />
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
                    <Route path="photo" element={<Photos />} />
                    <Route path="round" element={<SummerRound />} />
                    <Route path="cover" element={<CoverPage />} />
                    <Route path="uncover" element={<CoverPage />} />
                    <Route path="visit/:visit" element={<VisitPage />}>
                      <Route index element={<Do />} />
                      <Route path="sheet" element={<Sheet />} />
                    </Route>
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
