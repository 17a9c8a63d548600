import "@fontsource-variable/hanken-grotesk";
import "@fontsource-variable/literata";
import { createRoot } from "react-dom/client";
import { App } from "./shell/App";
import "./base/style.css";

createRoot(document.getElementById("root")!).render(<App />);
