import type { components } from "./schema";

type S = components["schemas"];
export type Plan = S["Plan"];
export type FigureOut = S["FigureOut"];
export type Edited = S["Edited"];
export type Preview = S["Preview"];
export type Operation = S["Operation"];
export type Drag = S["Drag"];
export type DragOut = S["DragOut"];
export type Finding = S["Finding"];
export type Fix = S["Fix"];
export type Quantity = S["Quantity"];
export type Why = S["Why"];
export type Part = S["Part"];
export type MeetingPlan = S["MeetingPlan"];
export type Stage = S["Stage"];
export type JoinScenes = S["JoinScenes"];
export type Scene = S["Scene"];
export type Shape = Part["shape"];
export type Reference = S["Reference"];
export type Reading = S["Reading"];
export type Topic = S["Topic"];
export type LibraryItem = S["LibraryItem"];
export type Pick = S["Pick"];
export type CopyOf = S["Copy"];
export type FreeBone = S["FreeBone"];
export type CloseBake = S["Close"];
export type Forgotten = S["Forgotten"];
export type Tiling = S["Tiling"];
export type Change = S["Change"];
export type Area = S["Area"];
export type Pass = S["Pass"];
export type PassKind = Pass["kind"];
export type Spot = S["Spot"];
export type StartList = S["StartList"];
export type Mixing = S["Mixing"];
export type Stripes = S["Stripes"];
export type RunPlan = S["RunPlan"];
export type WallMap = S["WallMap"];
export type PartBulk = S["PartBulk"];
export type Portion = S["Portion"];
export type Reckoning = S["Asked"];
export type Pattern = S["Pattern"];
export type Edits = S["Edits"];
export type RunEdit = NonNullable<Edits["runs"]>;
export type Places = S["Places"];
export type KeptPose = S["KeptPose"];
export type BendTest = S["BendTest"];
export type BakePlan = S["BakePlan"];
export type PartBake = S["PartBake"];
export type StepPlan = S["StepPlan"];
export type View = S["View"];
export type PartDrawing = S["PartDrawing"];
export type Rules = S["Rules"];
export type RulesOut = S["RulesOut"];
export type Owned = S["Owned"];
export type StoresOut = S["StoresOut"];
export type Catalogue = S["Catalogue"];
export type Card = S["Card"];
export type StockItem = S["Item"];
export type Lot = S["Lot"];
export type StockKind = S["Item"]["kind"];
export type StockUnit = S["Item"]["unit"];
export type KindOfStock = S["KindOfStock"];
export type Movement = S["MovementOut"];
export type Booking = S["Booking"];
export type NewLot = S["NewLot"];
export type ShoppingList = S["ShoppingList"];
export type ToBuy = S["ToBuy"];
export type ClayMix = S["ClayMix"];
export type ClayChip = S["ClayChip"];
export type LightPlan = S["LightPlan"];
export type Light = S["Light"];
export type Hollow = S["Hollow"];
export type CalibrationIn = S["CalibrationIn"];
export type CalibrationOut = S["CalibrationOut"];
export type Calendar = S["Calendar"];
export type Sitting = S["Sitting"];
export type SharedLoad = S["SharedLoad"];
export type Live = S["Live"];
export type LiveOut = S["LiveOut"];
export type Marked = S["Marked"];
export type CheckStage = Marked["stage"];
export type CheckScale = NonNullable<Marked["scale"]>;
export type Check = S["Check"];
export type BuiltPart = S["BuiltPart"];
export type BuiltKind = BuiltPart["kind"];
export type Lesson = S["Lesson"];
export type Tapped = S["Tapped"];
export type CaliperLengths = S["Calipers"];
export type Told = S["Told"];
export type Corners = S["Corners"];
export type ToMeasure = S["ToMeasure"];
export type Slip = S["Slip"];
export type Entry = S["EntryOut"];
export type MoveAnswer = S["MoveAnswer"];
export type WayOn = S["WayOn"];
export type MishapKind = S["Happened"]["kind"];
export type Fixes = S["Fixes"];
export type Mended = S["Mended"];
export type Settling = S["Settling"];
export type Moved = S["Moved"];
export type InsideBake = S["InsideBake"];
export type PartInside = S["PartInside"];
export type ChipRate = S["ChipRate"];
export type GunSet = S["GunSet"];
export type TestChip = S["TestChip"];
export type Support = S["Support"];

export const STATIONS = [
  "character",
  "frame",
  "bulk",
  "clay",
  "order",
  "bake",
  "colour",
  "finish",
] as const;
export type FramePlan = Plan["frame"];
export type StationName = (typeof STATIONS)[number];
export const TITLES: Record<StationName | "log", string> = {
  character: "Character",
  frame: "Frame",
  bulk: "Bulk",
  clay: "Clay",
  order: "Order",
  bake: "Bake",
  colour: "Colour",
  finish: "Finish",
  log: "Log",
};
