import { app as words } from "#core/words/web/shell";
import { ConfigProvider } from "antd";
import { lazy, Suspense, useEffect, useMemo, useState } from "react";
import { Provider } from "react-redux";
import { BrowserRouter, Route, Routes } from "react-router";
import { MODE_EVENT } from "../base/mode";
import { Shell } from "./Shell";
import { store } from "./store";
import { antdTheme, applyPalette } from "../base/theme";
import { Boundary } from "../base/Boundary";
import { Loading, NotFound } from "../base/states";

const DeskPage = lazy(() => import("../desk/DeskPage"));
const RankingPage = lazy(() => import("../ranking/RankingPage"));
const AtlasPage = lazy(() => import("../atlas/AtlasPage"));
const BenchPage = lazy(() => import("../bench/BenchPage"));
const CoverPage = lazy(() => import("../covering/CoverPage"));
const ClientsPage = lazy(() => import("../clients/ClientsPage"));
const WeekPage = lazy(() => import("../planning/WeekPage"));
const MethodPage = lazy(() => import("../method/MethodPage"));
const SheetPage = lazy(() => import("../sheet/SheetPage"));
const LogPage = lazy(() => import("../training/LogPage"));
const ReviewPage = lazy(() => import("../review/ReviewPage"));
const EvidencePage = lazy(() => import("../review/EvidencePage"));
const OwnPage = lazy(() => import("../exercises/OwnPage"));
const PracticePage = lazy(() => import("../identity/PracticePage"));
const JoinPage = lazy(() => import("../identity/JoinPage"));

const Places = () => (
  <Routes>
    <Route path="/" element={<Shell />}>
      <Route index element={<DeskPage />} />
      <Route path="ranking/:head?" element={<RankingPage />} />
      <Route path="atlas/:head?" element={<AtlasPage />} />
      <Route path="cover/:group?" element={<CoverPage />} />
      <Route path="bench/:exercise?" element={<BenchPage />} />
      <Route path="clients" element={<ClientsPage />} />
      <Route path="clients/:id" element={<ClientsPage />} />
      <Route path="clients/:id/week" element={<WeekPage />} />
      <Route path="clients/:id/sheet" element={<SheetPage />} />
      <Route path="clients/:id/log" element={<LogPage />} />
      <Route path="clients/:id/review" element={<ReviewPage />} />
      <Route path="exercises/:id?" element={<OwnPage />} />
      <Route path="evidence" element={<EvidencePage />} />
      <Route path="method/:page?" element={<MethodPage />} />
      <Route path="practice/:part?" element={<PracticePage />} />
      <Route path="*" element={<NotFound />} />
    </Route>
    <Route path="/join" element={<JoinPage />} />
  </Routes>
);

type Mode = "light" | "dark";
const MODE_KEY = "gryn.mode";
const preferred = (): Mode =>
  (localStorage.getItem(MODE_KEY) as Mode | null) ??
  (matchMedia(words.prefersColorSchemeDark()).matches ? "dark" : "light");

export function App() {
  const [mode, setMode] = useState<Mode>(preferred);
  useEffect(() => {
    applyPalette(mode);
    const flip = () => {
      const next = mode === "dark" ? "light" : "dark";
      localStorage.setItem(MODE_KEY, next);
      setMode(next);
    };
    addEventListener(MODE_EVENT, flip);
    return () => removeEventListener(MODE_EVENT, flip);
  }, [mode]);
  const theme = useMemo(() => antdTheme(mode, matchMedia(words.prefersReducedMotionReduce()).matches), [mode]);
  return (
    <ConfigProvider theme={theme} wave={{ disabled: true }}>
      <Provider store={store}>
        <Boundary place="">
          <Suspense fallback={<Loading what={words.gryn()} />}>
            {/* no transitions: what a click leads to stands at once, and the next click is never the old place's */}
            <BrowserRouter useTransitions={false}>
              <Places />
            </BrowserRouter>
          </Suspense>
        </Boundary>
      </Provider>
    </ConfigProvider>
  );
}
