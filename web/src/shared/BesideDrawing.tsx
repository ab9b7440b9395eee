import { chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface Props {
  /** How wide what stands beside the drawing is on a wide screen. */
  width: string;
  /** What comes of it, before everything else. */
  head?: ReactNode;
  drawing: ReactNode;
  /** What is done with it or said of it. */
  children: ReactNode;
  /** Called so, what is said of it scrolls by itself on a wide screen, beside a drawing that stays in sight. */
  scrolls?: string;
  /** What is seldom wanted: last on a phone, under the drawing on a wide screen. */
  below?: ReactNode;
}

/**
 * A page with a drawing. It is read and reached by key in the order in which a phone shows it: what comes of it, the
 * drawing, what is said of it, the rest. On a wide screen the drawing stands to the left of all others.
 */
export function BesideDrawing({ width, head, drawing, children, scrolls, below }: Props) {
  // Wide: the head in the first row, the drawing beside it and what is said of it, the rest below the drawing.
  const [first, last] = [head ? 2 : 1, (head ? 2 : 1) + (below ? 1 : 0)];
  const aside = `${first} / ${last + 1}`;
  return (
    <chakra.div
      display="grid"
      gap={{ base: "12px", lg: "10px 18px" }}
      gridTemplateColumns={{ base: "minmax(0,1fr)", lg: `minmax(0,1fr) ${width}` }}
      gridTemplateRows={{ lg: `${head ? "auto " : ""}${below ? "auto " : ""}1fr` }}
      alignItems="start"
    >
      {head && (
        <chakra.div gridColumn={{ lg: 2 }} gridRow={{ lg: 1 }}>
          {head}
        </chakra.div>
      )}
      <chakra.div gridColumn={{ lg: 1 }} gridRow={{ lg: `1 / ${first + 1}` }} minWidth="0">
        {drawing}
      </chakra.div>
      {scrolls ? (
        <chakra.div
          gridColumn={{ lg: 2 }}
          gridRow={{ lg: aside }}
          alignSelf="stretch"
          position="relative"
          minHeight={{ lg: "max(240px, calc(100vh - 412px))" }}
        >
          <chakra.div
            position={{ lg: "absolute" }}
            inset="0"
            overflowY={{ lg: "auto" }}
            tabIndex={0}
            role="region"
            aria-label={scrolls}
          >
            {children}
          </chakra.div>
        </chakra.div>
      ) : (
        <chakra.div gridColumn={{ lg: 2 }} gridRow={{ lg: aside }} display="grid" gap="12px">
          {children}
        </chakra.div>
      )}
      {below && (
        <chakra.div gridColumn={{ lg: 1 }} gridRow={{ lg: last }} minWidth="0">
          {below}
        </chakra.div>
      )}
    </chakra.div>
  );
}
