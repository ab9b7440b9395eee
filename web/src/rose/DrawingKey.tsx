import { chakra } from "@chakra-ui/react";
import { type DrawnStem, type Scene, type State } from "../drawing/scene";

const line = { display: "flex", alignItems: "center", gap: 6 };

const swatch = (child: React.ReactNode) => (
  <svg width="26" height="16" aria-hidden>
    {child}
  </svg>
);

/** What the forms in the drawing mean; only those that are in it. */
export function Key({ state, scene }: { state: State; scene: Scene }) {
  const has = (what: (s: DrawnStem) => boolean) => scene.stems.some(what);
  const crowded = scene.newShoots.some((s) => s.crowded);
  return (
    <chakra.ul display="flex" flexWrap="wrap" gap="2px 16px" fontSize="0.9rem" color="muted" marginTop="4px">
      <li style={line}>
        {swatch(<rect x="1" y="5" width="24" height="7" fill="var(--bark1)" stroke="var(--ink)" />)} stays (green young,
        grey old)
      </li>
      {state !== "found" && scene.training && (
        <li style={line}>
          {swatch(
            <>
              <line x1="1" y1="8" x2="25" y2="8" stroke="var(--bark1)" strokeWidth="4" />
              <circle cx="13" cy="8" r="5" fill="var(--ochreWash)" stroke="var(--ochre)" strokeWidth="1.5" />
              <circle cx="13" cy="8" r="1.5" fill="var(--ochre)" />
            </>,
          )}{" "}
          a tie
        </li>
      )}
      <OfSummer state={state} scene={scene} crowded={crowded} />
      <Cuts state={state} has={has} />
      {state !== "found" && has((d) => d.decision === "check") && (
        <li style={line}>
          {swatch(
            <rect x="1" y="4" width="24" height="8" fill="var(--ochreWash)" stroke="var(--ochre)" strokeWidth="2" />,
          )}{" "}
          check first
        </li>
      )}
      <Waits state={state} has={has} />
      {state === "after" && scene.spacing !== null && has((d) => d.stands) && (
        <li style={line}>
          {swatch(
            <circle cx="13" cy="8" r="7" fill="var(--leafWash)" stroke="var(--leaf)" strokeDasharray="1.5 2.5" />,
          )}{" "}
          room for three new shoots
        </li>
      )}
      {has((d) => d.soft || d.decision === "untouched") && (
        <li style={line}>
          {swatch(
            <rect
              x="1"
              y="4"
              width="24"
              height="8"
              fill="var(--leafWash)"
              stroke="var(--leaf)"
              strokeDasharray="1.5 3"
              strokeWidth="2"
            />,
          )}{" "}
          soft: leave alone
        </li>
      )}
    </chakra.ul>
  );
}

/** What the shoots of next summer look like. */
function OfSummer({ state, scene, crowded }: { state: State; scene: Scene; crowded: boolean }) {
  return (
    <>
      {state === "summer" && scene.training && (
        <li style={line}>
          {swatch(<circle cx="13" cy="8" r="5.5" fill="var(--hipWash)" stroke="var(--hip)" />)} flowers to expect
        </li>
      )}
      {state === "summer" && !scene.training && (
        <>
          <li style={line}>
            {swatch(<path d="M2 14Q10 12 24 2" fill="none" stroke="var(--leaf)" strokeWidth="2" />)} a shoot from a bud
            you saw; broken line: from one that is only likely
          </li>
          {crowded && (
            <li style={line}>
              {swatch(<path d="M2 14Q10 12 24 2" fill="none" stroke="var(--ochre)" strokeWidth="2.6" />)} shoots that
              will crowd
            </li>
          )}
        </>
      )}
    </>
  );
}

/** What the cuts look like. */
function Cuts({ state, has }: { state: State; has: (what: (s: DrawnStem) => boolean) => boolean }) {
  return (
    <>
      {state === "after" && has((d) => d.decision === "shorten") && (
        <li style={line}>
          {swatch(
            <>
              <line x1="1" y1="8" x2="25" y2="8" stroke="var(--hip)" strokeDasharray="2 3" />
              <line x1="3" y1="2" x2="9" y2="14" stroke="var(--hip)" strokeWidth="3" />
            </>,
          )}{" "}
          cut, and what comes off
        </li>
      )}
      {state === "after" && has((d) => d.decision === "remove") && (
        <li style={line}>
          {swatch(
            <>
              <rect x="1" y="4" width="24" height="8" fill="none" stroke="var(--hip)" strokeDasharray="4 3" />
              <path d="M4 12L10 4M11 12L17 4M18 12L24 4" stroke="var(--hip)" />
            </>,
          )}{" "}
          goes altogether
        </li>
      )}
      {state === "after" && has((d) => d.window !== null) && (
        <li style={line}>
          {swatch(
            <rect x="1" y="3" width="24" height="10" fill="none" stroke="var(--ochre)" strokeDasharray="3 2.5" />,
          )}{" "}
          look for a bud here
        </li>
      )}
    </>
  );
}

/** What waits for its day. */
function Waits({ state, has }: { state: State; has: (what: (s: DrawnStem) => boolean) => boolean }) {
  return (
    state !== "found" &&
    has((d) => d.decision === "defer") && (
      <li style={line}>
        {swatch(
          <>
            <rect x="1" y="4" width="24" height="8" fill="var(--bark3)" opacity="0.45" />
            <rect
              x="1"
              y="4"
              width="24"
              height="8"
              fill="none"
              stroke="var(--ochre)"
              strokeWidth="2"
              strokeDasharray="6 3"
            />
          </>,
        )}{" "}
        waits for its day
      </li>
    )
  );
}
