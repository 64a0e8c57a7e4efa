import {
  createSystem,
  defaultBaseConfig,
  defineConfig,
  mergeConfigs,
  type SystemStyleObject,
} from "@chakra-ui/react";
import {
  animationStyles,
  breakpoints,
  buttonRecipe,
  checkboxSlotRecipe,
  checkmarkRecipe,
  codeRecipe,
  cssVarsPrefix,
  cssVarsRoot,
  dialogSlotRecipe,
  fieldSlotRecipe,
  globalCss,
  headingRecipe,
  iconRecipe,
  inputRecipe,
  keyframes,
  layerStyles,
  linkRecipe,
  menuSlotRecipe,
  nativeSelectSlotRecipe,
  popoverSlotRecipe,
  progressSlotRecipe,
  radioGroupSlotRecipe,
  radiomarkRecipe,
  semanticTokens,
  skeletonRecipe,
  sliderSlotRecipe,
  spinnerRecipe,
  tableSlotRecipe,
  tabsSlotRecipe,
  textareaRecipe,
  textStyles,
  toastSlotRecipe,
  tokens,
} from "@chakra-ui/react/theme";

/** What of Chakra's own theme is used: its recipes are half of it, and a page waits for all of them. */
const shipped = defineConfig({
  preflight: true,
  cssVarsPrefix,
  cssVarsRoot,
  theme: {
    breakpoints,
    keyframes,
    tokens,
    semanticTokens,
    textStyles,
    layerStyles,
    animationStyles,
    recipes: {
      button: buttonRecipe,
      checkmark: checkmarkRecipe,
      code: codeRecipe,
      heading: headingRecipe,
      icon: iconRecipe,
      input: inputRecipe,
      link: linkRecipe,
      radiomark: radiomarkRecipe,
      skeleton: skeletonRecipe,
      spinner: spinnerRecipe,
      textarea: textareaRecipe,
    },
    slotRecipes: {
      checkbox: checkboxSlotRecipe,
      dialog: dialogSlotRecipe,
      field: fieldSlotRecipe,
      menu: menuSlotRecipe,
      nativeSelect: nativeSelectSlotRecipe,
      popover: popoverSlotRecipe,
      progress: progressSlotRecipe,
      radioGroup: radioGroupSlotRecipe,
      slider: sliderSlotRecipe,
      table: tableSlotRecipe,
      tabs: tabsSlotRecipe,
      toast: toastSlotRecipe,
    },
  },
});

/** A drafting table: unbleached paper, blue-black ink, fired clay, verdigris wire; and by night. */
const pair = (light: string, dark: string) => ({ value: { base: light, _dark: dark } });

/** Chakra hangs its custom properties on every element; on `html` they inherit just as well. */
const { "*": everywhere, ...others } = globalCss as Record<string, SystemStyleObject>;

const TOUCH = "@media (pointer: coarse)";
const LOW = "@media (max-height: 560px)";

const config = defineConfig({
  globalCss: {
    ...others,
    html: {
      ...(others.html ?? {}),
      ...(everywhere ?? {}),
      colorScheme: "light",
      scrollbarColor: "{colors.hairline} {colors.paper}",
    },
    "html.dark": { colorScheme: "dark" },
    "*": { scrollbarWidth: "thin" },
    "html, body, #root": { height: "100%" },
    // On a low screen, or at twice the size of letters, the page scrolls as one.
    "[data-frame]": {
      [LOW]: {
        height: "auto !important",
        minHeight: "100dvh",
        overflow: "visible !important",
      },
    },
    "[data-scrolls], main": {
      [LOW]: { overflow: "visible !important", flex: "none !important" },
    },
    "[data-elevations]": {
      [LOW]: {
        position: "sticky !important",
        top: "0",
        flex: "none !important",
        height: "min(100dvh, 430px) !important",
      },
    },
    body: { background: "paper", color: "ink", fontVariantNumeric: "tabular-nums" },
    "::placeholder": { color: "inkSoft", fontStyle: "italic" },
    "*:focus-visible": {
      outline: "2px solid {colors.verdigris} !important",
      outlineOffset: "1px !important",
    },
    "[data-frame] :is(a, button, summary, select, [role=tab], [role=button], input, textarea)": {
      [TOUCH]: { minHeight: "34px" },
    },
    "[data-frame] [role=slider]": {
      [TOUCH]: { width: "26px !important", height: "26px !important" },
      "&::after": { [TOUCH]: { content: '""', position: "absolute", inset: "-6px" } },
    },
    "[data-frame] :is(button, [role=tab])": { [TOUCH]: { minWidth: "34px" } },
    "[data-frame] :is(summary, a, label)": { [TOUCH]: { paddingBlock: "8px" } },
    "*, *::before, *::after": {
      _motionReduce: {
        animationDuration: "0.01ms !important",
        transitionDuration: "0.01ms !important",
      },
    },
  },
  theme: {
    tokens: {
      fonts: {
        heading: { value: "'Fraunces Variable', Georgia, serif" },
        body: { value: "'Source Sans 3 Variable', 'Gill Sans', sans-serif" },
      },
      radii: { sheet: { value: "3px" } },
    },
    semanticTokens: {
      colors: {
        paper: pair("#efe8d8", "#171c22"),
        sheet: pair("#f7f2e6", "#1f262d"),
        sheetDeep: pair("#e7decb", "#29323a"),
        ink: pair("#1f2d3d", "#e8dfcc"),
        night: pair("#14181d", "#0b0e11"),
        inkSoft: pair("#4a5664", "#b3ac9b"),
        hairline: pair("#c3b8a0", "#46515b"),
        headline: pair("#d6ccb6", "#323c45"),
        clay: pair("#a4431f", "#e08a5f"),
        claySoft: pair("#f0d9c8", "#4a2f24"),
        onClay: pair("#fbf6ec", "#1a1410"),
        verdigris: pair("#1f6d5f", "#6cc2ae"),
        verdigrisSoft: pair("#d3e4dc", "#20403a"),
        foil: pair("#8a96a1", "#8997a3"),
        clayFill: pair("#d7a283", "#9a654a"),
        clayEdge: pair("#8d5538", "#d9a483"),
        stockFill: pair("#c8bda2", "#5f5a4c"),
        stop: pair("#9b1c1c", "#ff8f84"),
        warn: pair("#7d4e00", "#eebb5a"),
        note: pair("#2c5578", "#8dbce6"),
        airLine: pair("#4a5664", "#b3ac9b"),
        surfaceLine: pair("#a4431f", "#e08a5f"),
        coreLine: pair("#1f6d5f", "#6cc2ae"),
        gray: {
          focusRing: { value: "{colors.verdigris}" },
          subtle: { value: "{colors.sheetDeep}" },
          muted: { value: "{colors.headline}" },
          border: { value: "{colors.hairline}" },
          solid: { value: "{colors.verdigris}" },
          contrast: { value: "{colors.onClay}" },
        },
        bg: { value: "{colors.paper}" },
        fg: { value: "{colors.ink}" },
        border: { value: "{colors.hairline}" },
      },
    },
  },
});

export const system = createSystem(mergeConfigs(defaultBaseConfig, shipped), config);

/** A theme colour for SVG, which takes no style props. */
export type Ink =
  | "paper"
  | "sheet"
  | "sheetDeep"
  | "ink"
  | "night"
  | "inkSoft"
  | "hairline"
  | "headline"
  | "clay"
  | "claySoft"
  | "verdigris"
  | "verdigrisSoft"
  | "foil"
  | "clayFill"
  | "clayEdge"
  | "stockFill"
  | "stop"
  | "warn"
  | "note"
  | "airLine"
  | "surfaceLine"
  | "coreLine";
const dashed = (name: string) => name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);
export const tint = (name: Ink): string => `var(--chakra-colors-${dashed(name)})`;
