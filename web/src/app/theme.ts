import { createSystem, defaultBaseConfig, defineConfig, mergeConfigs } from "@chakra-ui/react";

/** Colours live in CSS variables, so that light, dark and sun are three sets of the same names. */
const names = [
  "paper",
  "sheet",
  "ink",
  "muted",
  "line",
  "leaf",
  "leafWash",
  "hip",
  "hipWash",
  "ochre",
  "ochreWash",
  "soil",
  "onStrong",
] as const;

const light =
  "--paper:#f6efe0;--sheet:#fdf9ef;--ink:#2b211a;--muted:#5d5144;--line:#cdbfa5;--leaf:#2c6428;--leafWash:#dfe8cf;--hip:#9c2328;--hipWash:#f3dcd2;--ochre:#7d5200;--ochreWash:#f3e3bd;--soil:#dccfb9;--onStrong:#fffdf6;--bark1:#6f9440;--bark2:#7b7540;--bark3:#94897a;--bark4:#4c4239;--prickle:#6b3a2a";
const dark =
  "--paper:#1b1713;--sheet:#26211b;--ink:#f1e8d9;--muted:#bfb29e;--line:#564b3e;--leaf:#93cb83;--leafWash:#2c3a25;--hip:#f29a8e;--hipWash:#4a2622;--ochre:#e5b655;--ochreWash:#41341a;--soil:#3a3026;--onStrong:#1b1713;--bark1:#8bb257;--bark2:#a39a58;--bark3:#a89d8e;--bark4:#75685b;--prickle:#d39a86";
const sun =
  "--paper:#ffffff;--sheet:#ffffff;--ink:#000000;--muted:#222222;--line:#000000;--leaf:#003f00;--leafWash:#e7f3e2;--hip:#8c0000;--hipWash:#ffe9e6;--ochre:#553600;--ochreWash:#fff3cf;--soil:#dddddd;--onStrong:#ffffff;--bark1:#3f7d10;--bark2:#5a5410;--bark3:#6d6459;--bark4:#241c15;--prickle:#5c1f0a";

export const css = `@layer reset,base,tokens,recipes,utilities;
:root{${light};color-scheme:light}
:root[data-theme=dark]{${dark};color-scheme:dark}
:root[data-theme=sun]{${sun};color-scheme:light}
@media (prefers-color-scheme:dark){:root[data-theme=auto]{${dark};color-scheme:dark}}
@layer base{
*,*::before,*::after{box-sizing:border-box}
body{margin:0;overflow-wrap:break-word;background:var(--paper);color:var(--ink);font-family:var(--sans);font-size:1.0625rem;line-height:1.45;font-variant-numeric:tabular-nums;-webkit-text-size-adjust:100%}
h1,h2,h3{font-family:var(--serif);font-weight:560;line-height:1.15;margin:0;letter-spacing:-.005em}
p,ul,ol{margin:0}
ul,ol{padding:0;list-style:none}
a{color:inherit}
h1,h2,h3,a,b{unicode-bidi:plaintext}
h1,h2,h3,li a,li b{overflow-wrap:anywhere}
button,input,select,textarea{font:inherit;color:inherit}
input[type=file]{width:100%;min-width:0}
input[type=file]::file-selector-button{font:inherit;font-weight:700;color:var(--ink);background:var(--sheet);border:1.5px solid var(--line);border-radius:7px;min-height:44px;padding:0 16px;margin-right:12px;cursor:pointer}
:root{--serif:"Fraunces Variable",Georgia,serif;--sans:"Atkinson Hyperlegible",system-ui,sans-serif}
:focus-visible{outline:3px solid var(--leaf);outline-offset:2px;border-radius:4px}
svg [tabindex]:focus-visible{outline:none}
@media (forced-colors:active){[aria-pressed=true],[aria-checked=true],[aria-selected=true],a[aria-current=page]{forced-color-adjust:none;background:Highlight!important;color:HighlightText!important;border-color:Highlight!important}}
@media (prefers-reduced-motion:reduce){*{transition:none!important;animation:none!important;scroll-behavior:auto!important}}
}
.sheet .paper{background:#fff;color:#000;padding:18px;max-width:210mm;border:1px solid var(--line);font-size:.98rem;--paper:#fff;--sheet:#fff;--ink:#000;--muted:#222;--line:#999;--leaf:#000;--leafWash:#eee;--hip:#000;--hipWash:#fff;--ochre:#000;--ochreWash:#ddd;--soil:#ccc;--bark1:#e4e4e4;--bark2:#c4c4c4;--bark3:#9a9a9a;--bark4:#555;--prickle:#333}
.sheet h2{font-size:1.35rem}
.sheet h3{font-size:1rem;margin-top:7px;break-after:avoid}
.sheet .key{font-size:.85rem;margin-bottom:5px}
.sheet .step{display:grid;grid-template-columns:20px 1fr;gap:7px;padding:2px 0;break-inside:avoid}
.sheet .box{width:14px;height:14px;border:1.6px solid #000;border-radius:2px;margin-top:4px}
.sheet .goes{text-decoration:line-through}
.sheet .hidden{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%)}
@page{size:A4;margin:12mm}
@media print{nav,header,.no-print{display:none!important}body:has(.sheet) .demo-band{display:none!important}body{background:#fff;font-size:10.5pt}main{padding:0!important;max-width:none!important}.sheet .paper{border:none;padding:0;max-width:none}body:has(.sheet) .plant-head{display:none!important}*{-webkit-print-color-adjust:exact;print-color-adjust:exact}}
`;

const own = defineConfig({
  preflight: false,
  theme: {
    tokens: { fonts: { heading: { value: "var(--serif)" }, body: { value: "var(--sans)" } } },
    semanticTokens: { colors: Object.fromEntries(names.map((n) => [n, { value: `var(--${n})` }])) },
    breakpoints: { sm: "480px", md: "760px", lg: "1024px", xl: "1280px" },
  },
});

export const system = createSystem(mergeConfigs(defaultBaseConfig, own));
