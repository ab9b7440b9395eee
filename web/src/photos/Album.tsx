import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import { Link } from "react-router";
import { Button, Panel } from "../app/ui";
import { dayWords } from "../survey/measures";
import { alignment } from "./align";
import { shotOf } from "./taps";
import { fromWords, type PhotoInHand, usePhotos, usePicture } from "./usePhotos";

/** A plant's photographs through the years, and two of them laid over each other. */
export function Album({ plant, mayTake }: { plant: string; mayTake: boolean }) {
  const { photos } = usePhotos(plant);
  const [chosen, setChosen] = useState<string[]>([]);
  if (photos.length === 0) {
    return mayTake ? (
      <chakra.p>
        <Link to="../photo" style={{ display: "inline-block", padding: "10px 0" }}>
          Take a photograph of it
        </Link>
        , before the cuts and after: next year shows what came of them.
      </chakra.p>
    ) : null;
  }
  // The oldest first, as they were taken.
  const line = [...photos].reverse();
  const pair = chosen.map((key) => line.find((p) => p.key === key)).filter((p) => p !== undefined);
  const two = pair.length === 2 ? pair : (likely(line) ?? []);
  const toggle = (key: string) =>
    setChosen((c) => (c.includes(key) ? c.filter((k) => k !== key) : [...(c.length < 2 ? c : c.slice(1)), key]));
  return (
    <Panel style={{ minWidth: 0 }}>
      <chakra.div display="flex" flexWrap="wrap" gap="4px 14px" alignItems="baseline">
        <chakra.h2 fontSize="1.25rem">Photographs</chakra.h2>
        {line.length > 1 && <chakra.span color="muted">Choose two to lay them over each other.</chakra.span>}
        {mayTake && (
          <Link to="../photo" style={{ marginLeft: "auto", display: "inline-block", padding: "10px 0" }}>
            Take one
          </Link>
        )}
      </chakra.div>
      <chakra.ul
        display="flex"
        gap="8px"
        overflowX="auto"
        paddingBlock="6px"
        tabIndex={0}
        aria-label="Photographs, the oldest first"
      >
        {line.map((p) => (
          <li key={p.key}>
            <Frame photo={p} on={two.includes(p)} onPress={() => toggle(p.key)} />
          </li>
        ))}
      </chakra.ul>
      {two.length === 2 && <Over key={two.map((p) => p.key).join()} before={two[0]!} after={two[1]!} />}
    </Panel>
  );
}

/** Two that are worth laying over each other: the newest, and the latest before it from the same side. */
export function likely(line: readonly PhotoInHand[]): [PhotoInHand, PhotoInHand] | null {
  for (let i = line.length - 1; i > 0; i--) {
    const before = line.slice(0, i).findLast((p) => p.from === line[i]!.from);
    if (before) return [before, line[i]!];
  }
  return null;
}

function Frame({ photo, on, onPress }: { photo: PhotoInHand; on: boolean; onPress: () => void }) {
  const url = usePicture(photo, true);
  return (
    <chakra.button
      type="button"
      aria-pressed={on}
      onClick={onPress}
      width="132px"
      padding="4px"
      borderRadius="7px"
      border={on ? "3px solid var(--ink)" : "1.5px solid var(--line)"}
      background="sheet"
      color="ink"
      cursor="pointer"
      lineHeight="1.25"
      fontSize="0.9rem"
    >
      {url && <img src={url} alt="" width={120} height={90} style={{ objectFit: "cover", borderRadius: 4 }} />}
      {dayWords(photo.date)}
      <br />
      {fromWords(photo.from).toLowerCase()}
    </chakra.button>
  );
}

/** One picture over the other, aligned by crown and stick; the slider moves the line between them. */
function Over({ before, after }: { before: PhotoInHand; after: PhotoInHand }) {
  const [share, setShare] = useState(50);
  const urls = [usePicture(before), usePicture(after)];
  const move = alignment(before, after);
  const { width, height } = before;
  const at = (width * share) / 100;
  const words = (p: PhotoInHand) => `${dayWords(p.date)}, ${fromWords(p.from).toLowerCase()}`;
  if (!urls[0] || !urls[1]) return <p>Fetching the pictures.</p>;
  return (
    <div>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`Left of the line ${words(before)}; right of it ${words(after)}`}
        style={{
          width: "100%",
          maxWidth: `calc(70vh * ${width / height})`,
          display: "block",
          background: "var(--line)",
          borderRadius: 7,
        }}
      >
        <clipPath id={`over-${after.key}`}>
          <rect x={at} y="0" width={width - at} height={height} />
        </clipPath>
        <image href={urls[0]} width={width} height={height} />
        <g clipPath={`url(#over-${after.key})`}>
          <rect x="0" y="0" width={width} height={height} fill="var(--line)" />
          <image
            href={urls[1]}
            width={after.width}
            height={after.height}
            transform={`translate(${move.x} ${move.y}) scale(${move.scale})`}
          />
        </g>
        <line x1={at} x2={at} y1="0" y2={height} stroke="#fff" strokeWidth={width / 180} />
        <line x1={at} x2={at} y1="0" y2={height} stroke="#1b1b1b" strokeWidth={width / 500} />
      </svg>
      <chakra.label display="flex" gap="10px" alignItems="center" marginTop="6px" flexWrap="wrap">
        <span>{dayWords(before.date)}</span>
        <input
          type="range"
          aria-label="Where the line between them is"
          min={0}
          max={100}
          value={share}
          onChange={(e) => setShare(Number(e.target.value))}
          style={{ flex: "1 1 160px", height: 36, accentColor: "var(--leaf)" }}
        />
        <span>{dayWords(after.date)}</span>
        <Button size="small" onClick={() => setShare(share > 50 ? 0 : 100)}>
          {share > 50 ? "All of the later" : "All of the earlier"}
        </Button>
      </chakra.label>
      {(shotOf(before) === null || shotOf(after) === null) && (
        <chakra.p color="muted">
          They are laid over each other as they are: with crown and stick tapped in both they would fit.
        </chakra.p>
      )}
    </div>
  );
}
