import "@fontsource-variable/hanken-grotesk";
import "@fontsource-variable/literata";
import { createRoot } from "react-dom/client";
import { App } from "./shell/App";
import { reloadOnce } from "./base/Boundary";
import "../page/tokens.css";
import "../page/plate.css";
import "./base/style.css";
import "./shell/shell.css";
import "./identity/identity.css";
import "./planning/planning.css";
import "./bench/bench.css";
import "./covering/covering.css";
import "./ranking/ranking.css";
import "./solver/solver.css";
import "./training/training.css";
import "./method/method.css";
import "./judgements/judgements.css";
import { keepFocus } from "../page/keep-focus";

// a lazy part that is no longer there: the page is older than the server
addEventListener("vite:preloadError", (e) => {
  if (reloadOnce()) e.preventDefault();
});

createRoot(document.getElementById("root")!).render(<App />);
keepFocus();
