import { chakra } from "@chakra-ui/react";
import { lazy, Suspense, useEffect } from "react";
import { Navigate, NavLink, Outlet, useLocation } from "react-router";
import { useAlong } from "./along";
import { screen } from "./screen";
import { useSettings } from "./settings";
import { inDemo } from "../api/base";
import { DemoBand } from "./DemoBand";
import { Guard } from "./Guard";
import { useEntry, useHere } from "./here";
import { useShown } from "./readings";
import { Button, Hidden } from "./ui";
import { Waits } from "./Waits";
import { worksAt } from "./working";
import { useSending } from "../outbox/useOutbox";
import type { Schemas } from "../api/client";

const Entry = screen(() => import("./Entry"));
const Instruments = screen(() => import("./Instruments"));
const Presence = lazy(() => import("./Presence"));
const NewMake = screen(() => import("./NewMake"));

const themes = ["auto", "light", "dark", "sun"] as const;
/** What a tab or a window is called; that of a plant by its own page. */
const titles: Record<string, string> = {
  "/": "Now",
  "/garden": "The garden",
  "/garden/plan": "The whole garden planned",
  "/garden/rows": "Rows of vines",
  "/year": "The year",
  "/log": "Note something",
  "/week": "The week on paper",
  "/weather": "The weather",
  "/files": "Files",
  "/garden/places": "The order you walk",
  "/rules": "The schools and their rules",
  "/measures": "Your measures",
  "/bin": "The bin",
  "/sharing": "Who may come in",
  "/garden/tags": "Tags for the plants",
  "/waiting": "What waits on this device",
};

/** What is not there for whoever looks at a part of the garden by a link. */
const ownersOnly = (pathname: string) => !/^\/(garden$|plants\/|sharing)/.test(pathname);

const themeWords = {
  auto: "Light: as the device",
  light: "Light: day",
  dark: "Light: evening",
  sun: "Light: bright sun",
};

const Wide = chakra("span", {
  base: {
    whiteSpace: "pre",
    smDown: { position: "absolute", width: "1px", height: "1px", overflow: "hidden", clipPath: "inset(50%)" },
  },
});

/** Set with a tap where there is room; on a phone under Measures. Whoever only looks has no such page. */
const quickly = { base: "none", sm: "inline-flex" };

const Item = chakra(NavLink, {
  base: {
    display: "inline-flex",
    alignItems: "center",
    minHeight: "44px",
    paddingInline: { base: "7px", sm: "14px" },
    textDecoration: "none",
    fontWeight: 700,
    borderBottom: "3px solid transparent",
    "&[aria-current=page]": { borderColor: "var(--leaf)" },
  },
});

/** What is told on every screen, while it works as well. */
const Told = () => (
  <>
    <Waits />
    <Suspense>
      <NewMake />
    </Suspense>
  </>
);

/** What stands round every screen. */
export function Shell() {
  const { settings, save, error } = useSettings();
  const { pathname } = useLocation();
  const letIn = useEntry();
  const here = useHere();
  const [measuring] = useShown();
  const looks = here.role === "looker";
  // While somebody works everything but the step folds away on a phone: the way back stands over the step.
  const working = worksAt(pathname);
  useSending();
  useAlong();
  useEffect(() => {
    // In braces: newer browsers give something back, and an effect may only give back its undoing.
    window.scrollTo(0, 0);
  }, [pathname]);
  return (
    <>
      {!pathname.startsWith("/plants/") && (
        <title>{`${titles[pathname] ?? "Gemmifer"} - Gemmifer${inDemo ? " demo" : ""}`}</title>
      )}
      <chakra.a
        href="#main"
        position="absolute"
        left="-999px"
        _focus={{ left: "8px", top: "8px", background: "var(--sheet)", padding: "8px", zIndex: 9 }}
      >
        Skip to the page
      </chakra.a>
      {inDemo && (
        <chakra.div display={{ base: working ? "none" : "block", md: "block" }}>
          <DemoBand />
        </chakra.div>
      )}
      <chakra.header
        display={{ base: working ? "none" : "flex", md: "flex" }}
        alignItems="center"
        flexWrap="wrap"
        columnGap={{ base: "0", sm: "14px" }}
        paddingInline={{ base: "4px", md: "24px" }}
        borderBottom="1px solid var(--line)"
        minHeight="52px"
      >
        <Ways looks={looks} />
        <Quick settings={settings} save={save} looks={looks} />
        {!working && <Told />}
      </chakra.header>
      {working && (
        <chakra.div paddingInline={{ base: "12px", md: "24px" }} className="no-print" data-told>
          <Told />
        </chakra.div>
      )}
      {error && (
        <chakra.p role="alert" color="hip" padding="8px 24px">
          {error}
        </chakra.p>
      )}
      <chakra.main
        id="main"
        paddingInline={{ base: "12px", md: "24px" }}
        paddingBlock={{ base: "12px", md: "16px" }}
        maxWidth="1500px"
        marginInline="auto"
      >
        <Guard place={pathname}>
          {!letIn ? <Entry /> : looks && ownersOnly(pathname) ? <Navigate to="/garden" replace /> : <Outlet />}
        </Guard>
      </chakra.main>
      <Suspense>
        <Presence pathname={pathname} />
      </Suspense>
      {measuring && (
        <Suspense>
          <Instruments />
        </Suspense>
      )}
    </>
  );
}

/** The name, and the ways to the main pages. */
function Ways({ looks }: { looks: boolean }) {
  return (
    <>
      <chakra.span
        fontFamily="heading"
        fontSize="1.45rem"
        fontWeight="620"
        letterSpacing="-0.01em"
        display={{ base: "none", sm: "inline" }}
      >
        Gemmifer
      </chakra.span>
      <chakra.nav aria-label="Main" display="flex">
        {!looks && (
          <Item to="/" end>
            Now
          </Item>
        )}
        <Item to="/garden">Garden</Item>
        {!looks && <Item to="/year">Year</Item>}
        {!looks && <Item to="/rules">Rules</Item>}
      </chakra.nav>
    </>
  );
}

/** What is set with a tap: units and light; on a phone they stand under Measures. */
function Quick({
  settings,
  save,
  looks,
}: {
  settings: Schemas["GardenSettings"];
  save: (settings: Schemas["GardenSettings"]) => void;
  looks: boolean;
}) {
  const quick = looks ? "inline-flex" : quickly;
  const next = themes[(themes.indexOf(settings.theme as (typeof themes)[number]) + 1) % themes.length]!;
  const imperial = settings.units === "imperial";
  return (
    <chakra.div marginLeft="auto" display="flex" alignItems="center" gap={{ base: "0", sm: "4px" }}>
      <Button
        look="quiet"
        size="small"
        display={quick}
        paddingInline={{ base: "7px", sm: "10px" }}
        onClick={() => save({ ...settings, units: imperial ? "metric" : "imperial" })}
      >
        <Wide>Lengths: </Wide>
        {imperial ? "inches" : "cm"}
        <Hidden>; change</Hidden>
      </Button>
      <Button
        look="quiet"
        size="small"
        display={quick}
        paddingInline={{ base: "7px", sm: "10px" }}
        title={`${themeWords[settings.theme as keyof typeof themeWords]}. Change to ${themeWords[next].toLowerCase()}.`}
        onClick={() => save({ ...settings, theme: next })}
      >
        <Wide>Light: </Wide>
        {{ auto: "auto", light: "day", dark: "evening", sun: "sun" }[settings.theme as keyof typeof themeWords]}
        <Hidden>; change</Hidden>
      </Button>
      <Item to={looks ? "/sharing" : "/measures"} style={{ fontWeight: 400, paddingInline: 8 }}>
        {looks ? "Looking" : "Measures"}
      </Item>
    </chakra.div>
  );
}
