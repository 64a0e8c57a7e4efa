import type { Quantity, Rules, StockUnit } from "../api/types";

export type Units = Pick<Rules, "length_unit" | "mass_unit" | "temperature_unit">;
export const METRIC: Units = { length_unit: "mm", mass_unit: "g", temperature_unit: "C" };

const digits = (value: number, places: number, most = places) =>
  value.toLocaleString("en-GB", { minimumFractionDigits: places, maximumFractionDigits: most });

/** As few digits as still tell: three that count. */
const short = (value: number) =>
  digits(value, Math.abs(value) >= 100 ? 0 : Math.abs(value) >= 10 ? 1 : 2);

const RULED_MM = 12.7;
const AS_TYPED = 0.01;

/** A fraction of an inch as a rule shows it. */
function fraction(inches: number, bottom: number): string {
  const total = Math.round(inches * bottom);
  const whole = Math.trunc(total / bottom);
  let top = total % bottom;
  if (top === 0) return `${whole} in`;
  while (top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  return `${whole === 0 ? "" : `${whole} `}${top}/${bottom} in`;
}

/** Inches as they are measured: to 1/16 with a ruler from half an inch on, or where it is such a fraction; in
 * decimals below, as calipers show them. The core's `ruler_text`. */
function ruled(mm: number): string {
  const inches = Math.abs(mm) / 25.4;
  const sign = mm < 0 ? "−" : "";
  const near = Math.round(inches * 16) / 16;
  if (Math.abs(mm) >= RULED_MM || (near > 0 && Math.abs(inches - near) <= AS_TYPED * inches))
    return sign + fraction(inches, 16);
  return `${sign}${digits(inches, inches >= 0.1 || inches === 0 ? 2 : 3)} in`;
}

export const length = (mm: number, units: Units): string =>
  units.length_unit === "mm" ? `${short(mm)} mm` : ruled(mm);

/** A length somebody chose: as they would write it, without zeros that say nothing. */
export function lengthAsTyped(mm: number, units: Units): string {
  if (units.length_unit === "mm") return `${digits(mm, 0, 2).replace(",", "")} mm`;
  const inches = mm / 25.4;
  const bottom = [16, 32, 64].find((n) => Math.abs(Math.round(inches * n) / n - inches) < 1e-4);
  return bottom !== undefined && mm > 0 ? fraction(inches, bottom) : ruled(mm);
}

/** How tall somebody is: feet and whole inches, or metres. */
export function stature(mm: number, units: Units): string {
  if (units.length_unit === "mm") return metres(mm / 1000, units);
  const inches = Math.round(mm / 25.4);
  return inches < 36 ? length(mm, units) : `${Math.floor(inches / 12)}' ${inches % 12}"`;
}

/** What calipers read, a wire or a drill: so many places of a millimetre at most, three of an inch. */
export const across = (mm: number, units: Units, places = 2): string =>
  units.length_unit === "mm" ? `${digits(mm, 1, places)} mm` : `${digits(mm / 25.4, 3)} in`;

/** Paint and resin: the same everywhere. */
export const millilitres = (ml: number): string =>
  ml < 0.05 ? "a few drops" : `${ml < 10 ? ml.toFixed(1) : Math.round(ml)} ml`;
export const area = (cm2: number, units: Units): string =>
  units.length_unit === "in" ? `${tenth(cm2 / 6.4516)} sq in` : `${tenth(cm2)} cm²`;

const tenth = (value: number) => digits(value, Math.abs(value) < 100 ? 1 : 0).replace(",", "");

/** To two places, three below a tenth of one: the core's `mass_g`. */
function ounces(g: number): string {
  const oz = g / 28.349523;
  return `${digits(oz, oz < 0.1 ? 3 : oz < 100 ? 2 : 1).replace(",", "")} oz`;
}

/** Hours and minutes as they are said: the core's `minutes_words`. */
export function minutes(min: number): string {
  const whole = Math.round(min);
  if (whole < 90) return `${whole} min`;
  const rest = whole % 60;
  return `${Math.trunc(whole / 60)} h${rest ? ` ${rest} min` : ""}`;
}

export const mass = (g: number, units: Units): string =>
  units.mass_unit === "g" ? `${short(g)} g` : ounces(g);

/** From here on ounces are typed as pounds. */
const HEAVY_G = 2268;

/** A mass to be typed on: what a scale said, to a tenth of a gram. */
export const massAsTyped = (g: number, units: Units): string =>
  units.mass_unit === "g"
    ? `${g.toFixed(1)} g`
    : g >= HEAVY_G
      ? `${(g / 453.59237).toFixed(2)} lb`
      : `${(g / 28.349523).toFixed(3)} oz`;

export const temperature = (c: number, units: Units): string =>
  units.temperature_unit === "C" ? `${digits(c, 0)} °C` : `${digits(c * 1.8 + 32, 0)} °F`;

/** Where a scale from nought to `most` °C is marked: round numbers of the person's own degrees, about `count` of them. */
export function temperatureTicks(most: number, count: number, units: Units): number[] {
  const shown = units.temperature_unit === "C" ? most : most * 1.8 + 32;
  const step = [10, 20, 50, 100].find((size) => shown / size <= count + 2) ?? 200;
  return Array.from({ length: Math.floor(shown / step) + 1 }, (_, n) => n * step)
    .map((mark) => (units.temperature_unit === "C" ? mark : (mark - 32) / 1.8))
    .filter((c) => c >= 0);
}

/** A difference of temperature, which has no zero to shift: 5 °C apart is 9 °F apart. */
export const shownDifference = (c: number, units: Units): number =>
  units.temperature_unit === "C" ? c : Math.round(c * 18) / 10;
/** The same with its unit. */
export const difference = (c: number, units: Units): string =>
  `${digits(shownDifference(c, units), 0, 1).replace("-", "−")} °${units.temperature_unit}`;

export const typedDifference = (shown: number, units: Units): number =>
  units.temperature_unit === "C" ? shown : shown / 1.8;

export const metres = (m: number, units: Units): string =>
  units.length_unit === "mm" ? `${digits(m, 2)} m` : `${digits(m / 0.3048, 1)} ft`;

/** No more digits than were weighed or measured: 57 g and not 57.0. */
const plain = (value: number) => {
  const size = Math.abs(value);
  return digits(value, 0, size >= 100 ? 0 : size >= 10 ? 1 : 2).replace("-", "−");
};

/** An amount of something in Stores, in the unit its kind is counted in. */
export function stockAmount(amount: number, unit: StockUnit, units: Units): string {
  switch (unit) {
    case "mm":
      if (units.length_unit === "in") return `${plain(amount / 304.8)} ft`;
      return Math.abs(amount) >= 1000 ? `${plain(amount / 1000)} m` : `${plain(amount)} mm`;
    case "g":
      return units.mass_unit === "g" ? `${plain(amount)} g` : `${plain(amount / 28.349523)} oz`;
    case "ml":
      return `${plain(amount)} ml`;
    case "count":
      return plain(amount);
  }
}

export const money = (cost: number): string => `£${digits(cost, 2)}`;

const inches = (units: Units) => units.length_unit === "in";

export function value(amount: number, unit: Quantity["unit"], units: Units): string {
  switch (unit) {
    case "mm":
      return length(amount, units);
    case "g":
      return mass(amount, units);
    case "C":
      return temperature(amount, units);
    case "m":
      return metres(amount, units);
    case "min":
      return minutes(amount);
    case "deg":
      return `${digits(amount, 1)}°`;
    case "N":
      return inches(units)
        ? `${Number((amount / 4.4482216).toPrecision(2))} lbf`
        : `${Number(amount.toPrecision(2))} N`;
    case "Nmm":
      return inches(units) ? `${digits(amount / 112.984829, 1)} lbf·in` : `${short(amount)} N·mm`;
    case "cm3":
      return inches(units) ? `${tenth(amount / 16.387064)} cu in` : `${short(amount)} cm³`;
    case "ratio":
      return `${amount >= 99 ? "over 99" : digits(amount, 1)} ×`;
    case "count":
      return digits(amount, 0);
    case "cost":
      return money(amount);
  }
}

export const quantity = (q: Quantity, units: Units): string => value(q.value, q.unit, units);

/** "380 to 520 g", where an estimate has a range. */
export function range(q: Quantity, units: Units): string | null {
  if (q.low === null || q.high === null || q.low === q.high) return null;
  return `${value(q.low, q.unit, units)} to ${value(q.high, q.unit, units)}`;
}

/** What was typed, as it was read: exact, and in the unit inside too where that is another. */
export function readAs(amount: number, unit: "mm" | "g" | "ml" | "C", units: Units): string {
  const exact = `${digits(amount, 0, unit === "C" ? 1 : 2)} ${unit === "C" ? "°C" : unit}`;
  const own = unit === "ml" ? exact : value(amount, unit, units);
  const inside =
    (unit === "mm" && units.length_unit === "mm") ||
    (unit === "g" && units.mass_unit === "g") ||
    (unit === "C" && units.temperature_unit === "C") ||
    unit === "ml";
  return inside ? exact : `${own} (${exact})`;
}

const BARE = /^[\s\d.,/+−–¼-¾⅐-⅞-]+$/;

/** What a person typed, with their unit where they named none. */
export const typedLength = (text: string, units: Units): string =>
  BARE.test(text) ? `${text.trim()} ${units.length_unit}` : text;
export const typedMass = (text: string, units: Units): string =>
  BARE.test(text) ? `${text.trim()} ${units.mass_unit}` : text;

/** What a sheet machine rolls at one of its settings, without its unit. */
export const shownSetting = (mm: number, units: Units): string =>
  units.length_unit === "mm" ? String(mm) : String(Number((mm / 25.4).toFixed(3)));
export const typedSetting = (shown: number, units: Units): number =>
  units.length_unit === "mm" ? shown : Math.round(shown * 25400) / 1000;

/** What Why has besides the units of answers, by the unit it comes in: how many of which in inches and ounces. */
const IN_INCHES: Record<string, [number, string]> = {
  "g/m": [0.3048 / 28.349523, "oz/ft"],
  "g/cm³": [16.387064 / 28.349523, "oz/cu in"],
  kPa: [1 / 6.8947573, "psi"],
  MPa: [1000 / 6.8947573, "psi"],
  "per mm": [25.4, "per in"],
};

/** A measure of which no answer is, to so many digits that count. */
export function other(amount: number, unit: string, units: Units, most = 4): string {
  const [times, own] = (inches(units) ? IN_INCHES[unit] : undefined) ?? [1, unit];
  return `${Number((amount * times).toPrecision(most))} ${own}`.trim();
}
