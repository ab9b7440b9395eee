import { useId, type ReactNode } from "react";

/** Our own drawings of what to look for, one for each question about a stem. */
export function Picture(props: { of: string }) {
  return props.of === "alive" ? (
    <Alive />
  ) : props.of === "age" ? (
    <Age />
  ) : props.of === "sucker" ? (
    <Sucker />
  ) : props.of === "health" ? (
    <Health />
  ) : null;
}

const ink = { stroke: "var(--ink)", strokeWidth: 1.2, strokeLinejoin: "round" } as const;

function Frame(props: { label: string; children: ReactNode; height?: number }) {
  return (
    <svg
      viewBox={`0 0 360 ${props.height ?? 128}`}
      role="img"
      aria-label={props.label}
      style={{ width: "100%", maxWidth: 400, display: "block", background: "var(--paper)", borderRadius: 6 }}
    >
      {props.children}
    </svg>
  );
}

function Words(props: { x: number; y: number; children: ReactNode; strong?: boolean }) {
  return (
    <text
      x={props.x}
      y={props.y}
      textAnchor="middle"
      fontSize="13.5"
      fontWeight={props.strong ? 700 : 400}
      fill="var(--ink)"
    >
      {props.children}
    </text>
  );
}

/** A piece of cane lying down, thick enough to see its bark. */
function Piece(props: { x: number; y: number; width: number; fill: string }) {
  const { x, y, width } = props;
  return (
    <path
      d={`M${x} ${y}C${x + width * 0.3} ${y - 3} ${x + width * 0.6} ${y + 2} ${x + width} ${y - 1}V${y + 27}C${x + width * 0.6} ${y + 30} ${x + width * 0.3} ${y + 25} ${x} ${y + 28}Z`}
      fill={props.fill}
      {...ink}
    />
  );
}

/** Dead or dormant: the scratch, and the pith at a cut. */
function Alive() {
  const pith = (x: number, wood: string, core: string) => (
    <g>
      <ellipse cx={x} cy={36} rx="10" ry="14.5" fill={wood} {...ink} />
      <ellipse cx={x} cy={36} rx="4.5" ry="7" fill={core} stroke="var(--ink)" strokeWidth="0.8" />
    </g>
  );
  return (
    <Frame label="Two canes with grey bark. Scratched, the living one is bright green with pale pith, the dead one brown all through.">
      <Piece x={16} y={22} width={130} fill="var(--bark3)" />
      <path d="M44 29C60 25 86 26 104 30C90 41 62 42 44 29Z" fill="#8fcf4d" {...ink} />
      <path d="M104 30L120 16" stroke="var(--ink)" strokeWidth="1.4" />
      {pith(150, "#cfe3a6", "#f4f6dc")}
      <Words x={84} y={78} strong>
        alive, even with grey bark
      </Words>
      <Words x={84} y={97}>
        scratch bright green,
      </Words>
      <Words x={84} y={114}>
        pith pale and moist
      </Words>
      <Piece x={196} y={22} width={130} fill="var(--bark3)" />
      <path d="M224 29C240 25 266 26 284 30C270 41 242 42 224 29Z" fill="#8a5a2b" {...ink} />
      <path d="M284 30L300 16" stroke="var(--ink)" strokeWidth="1.4" />
      {pith(330, "#a57a4a", "#5b3a1c")}
      <Words x={266} y={78} strong>
        dead
      </Words>
      <Words x={266} y={97}>
        brown all through, snaps dry;
      </Words>
      <Words x={266} y={114}>
        cut on down until it is green
      </Words>
    </Frame>
  );
}

/** How old: bark and prickles from this season's shoot to very old wood. */
function Age() {
  const stages = [
    { name: "this season", more: "soft, leafy", fill: "#b77a56", width: 9, hook: "#d0503f", rough: 0 },
    { name: "one", more: "green, supple", fill: "var(--bark1)", width: 12, hook: "#7a4a2c", rough: 0 },
    { name: "two", more: "darker", fill: "var(--bark2)", width: 16, hook: "#6b4a2f", rough: 1 },
    { name: "three up", more: "grey, rough", fill: "var(--bark3)", width: 22, hook: "#8b8177", rough: 4 },
    { name: "very old", more: "black, flaking", fill: "var(--bark4)", width: 34, hook: "", rough: 9 },
  ];
  return (
    <Frame
      label="Five canes side by side. This season's is soft and leafy, one year green with brown prickles, two years darker, three and more grey and rough, very old blackish and flaking."
      height={150}
    >
      {stages.map((s, i) => {
        const x = 44 + i * 68;
        return (
          <g key={s.name}>
            <path
              d={`M${x - s.width / 2} 98C${x - s.width / 2 + 2} 60 ${x - s.width / 2 - 1} 40 ${x - s.width / 2 + 1} 10H${x + s.width / 2 - 1}C${x + s.width / 2 + 1} 40 ${x + s.width / 2 - 2} 60 ${x + s.width / 2} 98Z`}
              fill={s.fill}
              {...ink}
            />
            {s.hook &&
              [26, 52, 78].map((y, k) => {
                const side = k % 2 === 0 ? 1 : -1;
                return (
                  <path
                    key={y}
                    d={`M${x + (side * s.width) / 2} ${y - 4}L${x + side * (s.width / 2 + 9)} ${y + 5}L${x + (side * s.width) / 2} ${y + 5}Z`}
                    fill={s.hook}
                    stroke="var(--ink)"
                    strokeWidth="0.7"
                  />
                );
              })}
            {Array.from({ length: s.rough }, (_, k) => (
              <path
                key={k}
                d={`M${x - s.width * 0.32 + ((k * 37) % 10) * s.width * 0.06} ${16 + k * (74 / Math.max(1, s.rough))}q2 6 0 12`}
                fill="none"
                stroke="var(--ink)"
                strokeWidth="1"
              />
            ))}
            {i === 0 && (
              <>
                <path d="M49 34q16 -12 24 -2q-12 10 -24 2Z" fill="#7fb35b" {...ink} />
                <path d="M39 58q-16 -10 -24 0q12 10 24 0Z" fill="#7fb35b" {...ink} />
              </>
            )}
            <Words x={x} y={119} strong>
              {s.name}
            </Words>
            <text x={x} y={137} textAnchor="middle" fontSize="11.5" fill="var(--ink)">
              {s.more}
            </text>
          </g>
        );
      })}
    </Frame>
  );
}

/** Sucker or cane: where it starts, prickles or smooth, its leaves. */
function Sucker() {
  const soil = useId();
  const leaf = (x: number, y: number, leaflets: number, turn: number) => (
    <g transform={`translate(${x} ${y}) rotate(${turn})`}>
      <line x1="0" y1="0" x2={leaflets * 5 + 4} y2="0" stroke="var(--ink)" />
      {Array.from({ length: leaflets }, (_, i) => {
        const end = i === leaflets - 1;
        const at = 6 + Math.floor(i / 2) * 10;
        return (
          <ellipse
            key={i}
            cx={end ? leaflets * 5 + 9 : at}
            cy={end ? 0 : i % 2 === 0 ? -5 : 5}
            rx={leaflets > 5 ? 4 : 5.5}
            ry={leaflets > 5 ? 2.4 : 3.6}
            fill={leaflets > 5 ? "#a8c98a" : "#5d8f45"}
            stroke="var(--ink)"
            strokeWidth="0.7"
          />
        );
      })}
    </g>
  );
  return (
    <Frame
      label="A grafted rose cut open at the soil. Canes start above the swollen union and bear prickles and five leaflets. The sucker starts below the union, is straight and smooth, and has seven leaflets."
      height={176}
    >
      <pattern id={soil} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(30)">
        <line x1="0" y1="0" x2="0" y2="6" stroke="var(--muted)" strokeWidth="1" />
      </pattern>
      <rect x="0" y="118" width="360" height="58" fill="var(--soil)" />
      <rect x="0" y="118" width="360" height="58" fill={`url(#${soil})`} opacity="0.25" />
      <path d="M146 176C150 150 148 132 152 122H184C188 134 186 150 190 176Z" fill="var(--bark3)" {...ink} />
      <ellipse cx="168" cy="112" rx="30" ry="17" fill="var(--bark4)" {...ink} />
      <path d="M150 104C138 70 128 40 112 12L122 9C138 36 150 70 162 98Z" fill="var(--bark2)" {...ink} />
      <path d="M174 98C180 66 186 40 192 10L202 12C198 44 192 70 186 104Z" fill="var(--bark1)" {...ink} />
      {[
        [128, 46, -1],
        [140, 72, -1],
        [192, 46, 1],
        [187, 74, 1],
      ].map(([x, y, s]) => (
        <path
          key={`${x}`}
          d={`M${x} ${y! - 4}L${x! + s! * 9} ${y! + 5}L${x! + s!} ${y! + 5}Z`}
          fill="var(--prickle)"
          stroke="var(--ink)"
          strokeWidth="0.6"
        />
      ))}
      {leaf(112, 24, 5, 190)}
      <path d="M188 158C210 156 224 150 234 128L236 14H243L243 130C232 156 214 166 188 168Z" fill="#9cbf7a" {...ink} />
      {leaf(243, 40, 7, -8)}
      {leaf(243, 82, 7, 8)}
      <path d="M168 131h-66" stroke="var(--ink)" strokeWidth="1" strokeDasharray="3 2" />
      <Words x={64} y={136} strong>
        the union
      </Words>
      <Words x={54} y={66} strong>
        canes:
      </Words>
      <Words x={54} y={83}>
        from above it,
      </Words>
      <Words x={54} y={99}>
        with prickles
      </Words>
      <Words x={304} y={112} strong>
        sucker:
      </Words>
      <Words x={300} y={138}>
        from below, straight,
      </Words>
      <Words x={300} y={155}>
        smooth, other leaves
      </Words>
    </Frame>
  );
}

/** Healthy and whole: canker, borer hole, split, spots. */
function Health() {
  const names = ["canker", "borer hole", "wound", "spots"];
  return (
    <Frame
      label="Four pieces of cane: a sunken dark canker with a cracked rim, a round borer hole in the pith of a cut end, a long split, and dark spots."
      height={104}
    >
      {names.map((name, i) => {
        const x = 10 + i * 88;
        return (
          <g key={name}>
            <Piece x={x} y={30} width={74} fill="var(--bark1)" />
            {i === 0 && (
              <>
                <ellipse cx={x + 38} cy={44} rx="23" ry="10" fill="#7c5430" {...ink} />
                <ellipse cx={x + 38} cy={45} rx="14" ry="5.5" fill="#3f2616" />
                <path
                  d={`M${x + 16} 38l-7 -4M${x + 60} 39l7 -3M${x + 58} 51l7 4`}
                  stroke="var(--ink)"
                  strokeWidth="1.1"
                />
              </>
            )}
            {i === 1 && (
              <>
                <ellipse cx={x + 74} cy={43} rx="9" ry="14" fill="#d9e4b4" {...ink} />
                <circle cx={x + 74} cy={43} r="5" fill="#1d120b" />
              </>
            )}
            {i === 2 && (
              <path
                d={`M${x + 14} 46C${x + 30} 36 ${x + 50} 52 ${x + 64} 41C${x + 48} 60 ${x + 30} 44 ${x + 14} 46Z`}
                fill="#e8d7ab"
                {...ink}
              />
            )}
            {i === 3 &&
              [
                [16, 38, 5],
                [32, 49, 4],
                [46, 37, 6],
                [60, 48, 4.5],
              ].map(([dx, y, r]) => <circle key={dx} cx={x + dx!} cy={y} r={r} fill="#2e1a1f" />)}
            <Words x={x + 38} y={84} strong>
              {name}
            </Words>
          </g>
        );
      })}
    </Frame>
  );
}
