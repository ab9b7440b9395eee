import { chakra } from "@chakra-ui/react";
import { type ReactNode } from "react";
import { Link, useNavigate } from "react-router";
import { DEMO, inDemo } from "../api/base";
import { useHere } from "../app/here";
import { useSettings } from "../app/settings";
import { onHalf } from "../survey/halves";
import { Button } from "../app/ui";
import { Cut, Plan, Plant, Walk } from "./firstPictures";

/** How far a new garden has come: 0 no plant, 1 to walk round, 2 planned, 3 the first cut is to come. */
export type FirstAt = 0 | 1 | 2 | 3;

const parts: { title: string; text: string; picture: ReactNode }[] = [
  { title: "Plant", text: "Its name, its kind and where it grows are enough.", picture: <Plant /> },
  {
    title: "Walk round it",
    text: "Three taps a cane: where it stands, how thick, how old.",
    picture: <Walk />,
  },
  {
    title: "See the plan",
    text: "Which canes go, which stay and where each is cut, each with its reason.",
    picture: <Plan />,
  },
  { title: "Make the first cut", text: "One step at a time; what you do is written down.", picture: <Cut /> },
];

/** The four parts of the work in pictures, the one that is next marked; a practice plant is at hand. */
export default function FirstSteps(props: { at: FirstAt; next: { text: string; go: () => void } }) {
  const navigate = useNavigate();
  const { demo, role } = useHere();
  const owns = role === "owner";
  return (
    <chakra.section aria-label="How it goes" display="grid" gap="14px">
      <chakra.ol display="grid" gap="10px" gridTemplateColumns={{ base: "1fr 1fr", lg: "repeat(4, minmax(0, 1fr))" }}>
        {parts.map((p, i) => (
          <chakra.li
            key={p.title}
            aria-current={i === props.at ? "step" : undefined}
            background="sheet"
            border={i === props.at ? "2px solid var(--leaf)" : "1px solid var(--line)"}
            borderRadius="10px"
            padding="10px 12px 12px"
          >
            <svg viewBox="0 0 160 110" width="100%" style={{ display: "block", maxHeight: 150 }} aria-hidden>
              {p.picture}
            </svg>
            <chakra.h2 fontSize="1.15rem" marginTop="6px">
              {i + 1}. {p.title}
              {i < props.at && <chakra.span color="leaf"> done</chakra.span>}
            </chakra.h2>
            <chakra.p fontSize={{ base: "0.95rem", md: "1rem" }}>{p.text}</chakra.p>
          </chakra.li>
        ))}
      </chakra.ol>
      {props.at === 0 && owns && <Where />}
      <chakra.div display="flex" gap="10px" flexWrap="wrap" alignItems="center">
        <Button overflowWrap="anywhere" look="main" size="large" onClick={props.next.go}>
          {props.next.text}
        </Button>
        {demo && !inDemo && props.at < 2 && (
          <>
            <chakra.a href={`${DEMO}/plants/${practice}/look`} textDecoration="none">
              <Button as="span" size="large">
                Practise on an invented rose first
              </Button>
            </chakra.a>
            <chakra.a href={`${DEMO}/`} paddingBlock="12px">
              Look round the demo garden
            </chakra.a>
          </>
        )}
        {inDemo && (
          <Button size="large" onClick={() => void navigate("/garden")}>
            To the garden
          </Button>
        )}
      </chakra.div>
    </chakra.section>
  );
}

/** Where the garden is taken to be, as every day in it hangs on that. */
function Where() {
  const { settings, save } = useSettings();
  const { place } = settings;
  const other = place.hemisphere === "north" ? "south" : "north";
  return (
    <p>
      Your garden is taken to lie in the <b>{place.hemisphere}</b>, with the last frost about{" "}
      <b>{monthDay(place.lastFrost)}</b>.{" "}
      <Button size="small" onClick={() => save({ ...settings, place: onHalf(place, other) })}>
        It lies in the {other}
      </Button>{" "}
      <Link to="/measures#place" style={{ display: "inline-block", padding: "10px 4px" }}>
        Other frosts
      </Link>
    </p>
  );
}

const monthDay = (day: string) =>
  new Date(`2001-${day}T12:00:00`).toLocaleDateString("en-GB", { day: "numeric", month: "long" });

/** A rose of the demo that nobody walked round yet would be dull: this one has its canes noted, and a plan. */
const practice = "demo-lantern";
