import { createRoot } from "react-dom/client";
import { FloorPage } from "./FloorPage";
import "./floor.css";

createRoot(document.getElementById("root")!).render(<FloorPage />);
