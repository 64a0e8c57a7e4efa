import { useEffect } from "react";

/** The title of the page that is shown: what is on it, then whose it is. */
export function useTitle(title: string) {
  useEffect(() => {
    document.title = `${title} · Windcrest`;
  }, [title]);
}
