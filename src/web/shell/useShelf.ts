/** The practice's own exercises, known to this page before any place is shown. */
import { useEffect, useSyncExternalStore } from "react";
import { isOffered, offer, onOffer, shelve } from "#core/exercises/shelf";
import { api } from "../base/api";

/** @returns false until they are known; true too where they cannot be asked: the library is there all the same */
export function useShelf(): boolean {
  const { data, isError } = api.useExercisesQuery();
  useEffect(() => {
    if (!data) return;
    const choosable = data.exercises.filter((e) => !e.withdrawn && (e.scope === "practice" || e.mine));
    shelve(data.exercises.map((e) => e.exercise));
    offer(choosable.map((e) => e.exercise));
  }, [data]);
  // whoever signs in next is perhaps of another practice
  useEffect(() => () => offer([]), []);
  const known = useSyncExternalStore(onOffer, isOffered);
  return known || isError;
}
