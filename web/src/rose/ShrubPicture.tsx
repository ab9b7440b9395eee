import type { Plan } from "../drawing/scene";

const marks = [
  { stage: "dead", text: "dead or broken", x: 66, y: 84, from: [80, 90], to: [122, 100] },
  { stage: "crossing", text: "the thinner of two that rub", x: 232, y: 22, from: [236, 28], to: [217, 96] },
  { stage: "laterals", text: "old seed heads,", more: "weak twigs", x: 386, y: 88, from: [360, 112], to: [330, 114] },
  { stage: "thin", text: "low twigs", x: 342, y: 270, from: [308, 266], to: [290, 266] },
  { stage: "suckers", text: "shoots", more: "from the ground", x: 64, y: 300, from: [92, 322], to: [118, 328] },
] as const;

/** A made-up shrub that shows what each step of the simple routine looks for, with the number of the step. */
export function ShrubPicture({ plan }: { plan: Plan }) {
  const goes = {
    fill: "none",
    stroke: "var(--hip)",
    strokeLinecap: "round",
    strokeDasharray: "5 4",
  } as const;
  return (
    <figure style={{ margin: "10px 0 0" }}>
      <svg
        viewBox="0 0 440 386"
        role="img"
        aria-label="A shrub with the parts that each step takes out"
        style={{ width: "100%", maxWidth: 560, display: "block" }}
      >
        <Wood />
        {leaves.map(([x, y, turn], i) => (
          <path
            key={i}
            d="M0 0C5 -6 13 -6 18 0C13 6 5 6 0 0Z"
            transform={`translate(${x} ${y}) rotate(${turn})`}
            fill="var(--leafWash)"
            stroke="var(--leaf)"
          />
        ))}
        <g {...goes} strokeWidth="5">
          <path d="M160 160C148 138 138 120 124 92M140 124C130 122 122 122 112 126" />
          <path d="M262 190C244 160 228 130 214 96" />
        </g>
        <g {...goes} strokeWidth="3">
          <path d="M150 350C146 336 140 322 130 310M138 350C136 342 130 334 122 330M284 350C288 336 292 326 300 316" />
          <path d="M236 280C252 276 264 274 286 266M200 292C188 286 178 284 164 282M228 306C242 302 252 302 264 304" />
          <path d="M290 126C302 120 310 116 322 112M286 138C296 138 304 138 314 140" />
        </g>
        {[
          [325, 110],
          [318, 141],
        ].map(([x, y]) => (
          <circle key={y} cx={x} cy={y} r="5" fill="var(--ochreWash)" stroke="var(--hip)" strokeDasharray="3 2" />
        ))}
        <rect x="0" y="350" width="440" height="36" fill="var(--soil)" />
        <line x1="0" x2="440" y1="350" y2="350" stroke="var(--ink)" strokeWidth="2" />
        <Marks plan={plan} />
      </svg>
      <figcaption style={{ color: "var(--muted)" }}>
        Not your plant: a shrub with one of everything that goes, and the number of its step.
      </figcaption>
    </figure>
  );
}

/** The wood that stays. */
function Wood() {
  const wood = { fill: "none", stroke: "var(--bark3)", strokeLinecap: "round" } as const;
  return (
    <>
      <g {...wood} strokeWidth="11">
        <path d="M206 350C204 300 188 262 174 216C168 196 162 178 158 160" />
        <path d="M224 350C226 296 240 250 256 206C262 190 270 172 278 150" />
        <path d="M214 350C214 290 216 240 212 190" />
      </g>
      <g {...wood} strokeWidth="8">
        <path d="M174 216C162 176 150 140 151 96M256 206C268 170 286 138 298 90M212 200C212 180 210 160 208 140" />
      </g>
      <g {...wood} strokeWidth="6">
        <path d="M212 190C210 150 204 112 206 70" />
        <path d="M174 216C150 196 128 180 96 168" />
        <path d="M256 206C284 188 310 178 340 168" />
        <path d="M152 108C150 88 144 70 146 48" />
        <path d="M296 100C302 82 306 66 306 48" />
      </g>
      <g {...wood} strokeWidth="3">
        <path d="M96 168C84 160 74 148 66 136M118 177C106 166 98 152 94 138" />
        <path d="M340 168C352 160 364 148 370 136M206 110C194 96 186 84 182 66M206 90C216 78 222 66 224 52" />
      </g>
    </>
  );
}

/** What each mark is, with the number of its step. */
function Marks({ plan }: { plan: Plan }) {
  const step = (stage: string) => plan.steps.find((s) => s.stage === stage)?.n;
  return marks.map((m) => {
    const n = step(m.stage);
    return n === undefined ? null : (
      <g key={m.stage}>
        <line
          x1={m.from[0]}
          y1={m.from[1]}
          x2={m.to[0]}
          y2={m.to[1]}
          stroke="var(--muted)"
          strokeWidth="0.9"
          strokeDasharray="1 2.5"
        />
        <text
          x={m.x}
          y={m.y}
          textAnchor="middle"
          fontSize="13"
          fill="var(--ink)"
          stroke="var(--paper)"
          strokeWidth="4"
          paintOrder="stroke"
        >
          <tspan fontWeight="700">{n}</tspan> {m.text}
          {"more" in m && (
            <tspan x={m.x} dy="16">
              {m.more}
            </tspan>
          )}
        </text>
      </g>
    );
  });
}

const leaves: [number, number, number][] = [
  [66, 136, -130],
  [94, 138, -100],
  [78, 152, 170],
  [146, 48, -95],
  [147, 66, -20],
  [182, 66, -110],
  [224, 52, -70],
  [206, 70, -95],
  [306, 48, -85],
  [303, 72, 190],
  [370, 136, -50],
  [356, 156, 10],
  [110, 172, 120],
];
