import { createContext, useContext } from "react";
import { CURRENT_EDITION } from "#core/edition/edition";

/** what a page judges by: the edition of the plan it shows, else the present one */
export const EditionContext = createContext(CURRENT_EDITION);
export const useEdition = () => useContext(EditionContext);
