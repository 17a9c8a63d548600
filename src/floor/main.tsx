import { createRoot } from "react-dom/client";
import { FloorPage } from "./FloorPage";
import { openKeep } from "./keep";
import "../page/tokens.css";
import "../page/plate.css";
import "./floor.css";
import { keepFocus } from "../page/keep-focus";

// not there on plain http, except on this machine itself: the page then works as long as it stays open
if ("serviceWorker" in navigator && import.meta.env.PROD)
  void navigator.serviceWorker.register("/floor-service.js", { scope: "/floor" });

void openKeep().then((keep) => createRoot(document.getElementById("root")!).render(<FloorPage keep={keep} />));
keepFocus();
