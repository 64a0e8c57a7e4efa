import { useEffect } from "react";

/** Keep the screen on while somebody works, where the browser lets us; again when it comes back. */
export function useAwake() {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let left = false;
    const ask = async () => {
      if (document.visibilityState !== "visible" || !("wakeLock" in navigator)) return;
      lock = await navigator.wakeLock.request("screen").catch(() => null);
      if (left) void lock?.release();
    };
    const again = () => void ask();
    again();
    document.addEventListener("visibilitychange", again);
    return () => {
      left = true;
      document.removeEventListener("visibilitychange", again);
      void lock?.release();
    };
  }, []);
}
