import { createContext, useContext } from "react";
import { CURRENT_EDITION } from "#core/edition/edition";

/** what a page judges by: the edition of the plan it shows, else the practice's present one */
export const EditionContext = createContext(CURRENT_EDITION);
export const useEdition = () => useContext(EditionContext);

/** what new weeks are planned by, whatever the plan that is shown was */
export const PresentEdition = createContext(CURRENT_EDITION);
export const usePresentEdition = () => useContext(PresentEdition);
