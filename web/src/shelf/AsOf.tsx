import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { useShelf } from "../api/useShelf";
import { Note } from "../ui/fields";
import { keys } from "../api/keys";

/** Said over a list while its figures are planned anew by House rules or Stores that were changed. */
export function AsOf() {
  const queries = useQueryClient();
  const old = (useShelf().data ?? []).flatMap((card) => (card.as_of ? [card.as_of] : []));
  const before = useRef(old.length);
  useEffect(() => {
    if (old.length < before.current) {
      void queries.invalidateQueries({ queryKey: keys.stock });
      void queries.invalidateQueries({ queryKey: keys.calendars });
    }
    before.current = old.length;
  }, [old.length, queries]);
  if (!old.length) return null;
  const when = new Date(old.sort()[0] ?? "");
  return (
    <Note>
      <span role="status">
        House rules, Stores or Windcrest itself have changed:{" "}
        {old.length === 1 ? "one figure is" : `${old.length} figures are`} being planned anew. Until
        then this is as of{" "}
        {when.toLocaleString("en-GB", { weekday: "short", hour: "2-digit", minute: "2-digit" })}.
      </span>
    </Note>
  );
}
