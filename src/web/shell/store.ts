import { configureStore } from "@reduxjs/toolkit";
import { plansReducer } from "../planning/plans";
import { saving } from "../planning/saving";
import { api } from "../base/api";

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, plans: plansReducer },
  middleware: (defaults) =>
    defaults({ serializableCheck: false, immutableCheck: false }).prepend(saving.middleware).concat(api.middleware),
});
