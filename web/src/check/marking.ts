export type Point = [number, number];

const WAYS: Record<string, Point> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The cross a pixel of the picture further, ten with Shift; nothing for another key. */
export function nudged(
  [u, v]: Point,
  key: string,
  shift: boolean,
  width_px: number,
  height_px: number,
): Point | null {
  const way = WAYS[key];
  if (!way) return null;
  const step = shift ? 10 : 1;
  const within = (share: number) => Math.min(1, Math.max(0, share));
  return [within(u + (way[0] * step) / width_px), within(v + (way[1] * step) / height_px)];
}

/** The mark after this one, round to the first. */
export function nextMark(marks: readonly { id: string }[], now: string): string {
  const at = marks.findIndex((row) => row.id === now);
  return marks[(at + 1) % marks.length]?.id ?? now;
}

/** As large as a picture goes into what contains it, which has `containerType: size`, in its own shape. */
export const fitted = ({ width_px, height_px }: { width_px: number; height_px: number }) => ({
  aspectRatio: `${width_px} / ${height_px}`,
  width: `min(100cqw, ${(width_px / height_px) * 100}cqh)`,
});
