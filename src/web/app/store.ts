import { configureStore } from "@reduxjs/toolkit";
import { useDispatch, useSelector } from "react-redux";
import { plansReducer } from "../planning/plans";
import { saving } from "../planning/saving";
import { api } from "./api";

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, plans: plansReducer },
  middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }).prepend(saving.middleware).concat(api.middleware),
});

export type RootState = ReturnType<typeof store.getState>;
export type AppDispatch = typeof store.dispatch;
export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
