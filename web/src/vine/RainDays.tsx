import { chakra } from "@chakra-ui/react";
import { Button, Panel } from "../app/ui";
import { usePlant } from "../shared/usePlant";
import { dayAfter, noteSky, skyOf, turn } from "./rain";

/** The day planned for and those after it: a tap says dry, another rain. Vines are not cut in the wet. */
export function RainDays() {
  const { survey } = usePlant();
  const { date, rain } = survey.document;
  return (
    <Panel style={{ padding: "8px 14px 12px" }}>
      <chakra.h2 fontSize="1rem" color="muted">
        Dry days
      </chakra.h2>
      <p>Vines are cut on a dry day that two dry ones follow. Tap what the forecast says.</p>
      <chakra.div display="grid" gridTemplateColumns="repeat(6, minmax(0,1fr))" gap="4px" marginTop="6px">
        {Array.from({ length: 6 }, (_, i) => dayAfter(date, i)).map((day) => {
          const sky = skyOf(rain, day);
          const words = new Date(`${day}T12:00:00`).toLocaleDateString("en-GB", { day: "numeric", month: "short" });
          return (
            <Button
              key={day}
              size="small"
              aria-label={`${words}: ${sky === "unknown" ? "nobody knows" : sky}; change`}
              style={{ flexDirection: "column", padding: "4px 0", minHeight: 64, gap: 0 }}
              onClick={() => survey.change((d) => ({ ...d, rain: noteSky(d.rain, day, turn(skyOf(d.rain, day))) }))}
            >
              <Sky sky={sky} />
              <span style={{ fontSize: "0.85rem", fontWeight: 400 }}>{words}</span>
            </Button>
          );
        })}
      </chakra.div>
    </Panel>
  );
}

function Sky({ sky }: { sky: ReturnType<typeof skyOf> }) {
  return (
    <svg width="30" height="28" viewBox="-15 -14 30 28" aria-hidden>
      {sky === "unknown" && (
        <text y="6" textAnchor="middle" fontSize="18" fill="var(--muted)">
          ?
        </text>
      )}
      {sky === "dry" && (
        <>
          <circle r="5.5" fill="var(--ochreWash)" stroke="var(--ochre)" strokeWidth="1.6" />
          {Array.from({ length: 8 }, (_, i) => (
            <line key={i} y1="-8" y2="-12" stroke="var(--ochre)" strokeWidth="1.6" transform={`rotate(${i * 45})`} />
          ))}
        </>
      )}
      {sky === "rain" && (
        <>
          <path d="M-9 1a5 5 0 0 1 2 -9a6 6 0 0 1 11 1a4 4 0 0 1 4 8Z" fill="var(--line)" stroke="var(--ink)" />
          <path d="M-6 5l-2 6M0 5l-2 6M6 5l-2 6" stroke="var(--ink)" strokeWidth="1.6" />
        </>
      )}
    </svg>
  );
}
