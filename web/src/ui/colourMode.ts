import { useEffect, useState } from "react";

const KEY = "windcrest-night";

/** Paper by day, or the bench at night. */
export function useNight(): [boolean, (night: boolean) => void] {
  const [night, setNight] = useState(() => localStorage.getItem(KEY) === "1");
  useEffect(() => {
    document.documentElement.classList.toggle("dark", night);
    localStorage.setItem(KEY, night ? "1" : "0");
  }, [night]);
  return [night, setNight];
}
