import { chakra } from "@chakra-ui/react";
import { useEffect, useRef } from "react";
import uPlot from "uplot";
import "uplot/dist/uPlot.min.css";
import { useMeasures } from "../app/settings";
import type { Series } from "./history";

const HEIGHT = 170,
  FONT = '13px "Atkinson Hyperlegible", system-ui, sans-serif';

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim() || "#000";

/** A figure over the years as bars, and as a table for whoever does not see it. */
export default function Chart({ of }: { of: Series }) {
  const { long, heavy } = useMeasures();
  const box = useRef<HTMLDivElement>(null);
  const say = (value: number) => (of.unit === "days" ? `${value} days` : of.unit === "g" ? heavy(value) : long(value));
  useEffect(() => {
    const home = box.current;
    if (!home) return;
    const [ink, leaf, line] = [colour("--ink"), colour("--leaf"), colour("--line")];
    const xs = of.points.map((_, i) => i);
    const most = Math.max(...of.points.map((p) => p.value));
    const plot = new uPlot(
      {
        width: Math.max(220, home.clientWidth),
        height: HEIGHT,
        cursor: { show: false },
        legend: { show: false },
        scales: { x: { time: false, range: [-0.6, xs.length - 0.4] }, y: { range: [0, most * 1.15] } },
        axes: [
          {
            stroke: ink,
            grid: { show: false },
            font: FONT,
            splits: () => xs,
            values: (_, at) => at.map((i) => of.points[i]?.label.replace(", ", "\n") ?? ""),
          },
          {
            stroke: ink,
            grid: { stroke: line },
            size: 76,
            font: FONT,
            values: (_, at) => at.map((v) => (v === 0 ? "0" : say(v))),
          },
        ],
        series: [
          {},
          { fill: leaf, stroke: leaf, paths: uPlot.paths.bars!({ size: [0.55, 70] }), points: { show: false } },
        ],
      },
      [xs, of.points.map((p) => p.value)],
      home,
    );
    const wide = new ResizeObserver(() => plot.setSize({ width: Math.max(220, home.clientWidth), height: HEIGHT }));
    wide.observe(home);
    return () => {
      wide.disconnect();
      plot.destroy();
    };
  });
  return (
    <chakra.figure minWidth="0" margin="0">
      <chakra.figcaption fontWeight="700">{of.name}</chakra.figcaption>
      <div ref={box} aria-hidden />
      <chakra.details>
        <chakra.summary cursor="pointer" minHeight="44px" paddingBlock="10px">
          As a table
        </chakra.summary>
        <table>
          <tbody>
            {of.points.map((p, i) => (
              <tr key={i}>
                <chakra.th scope="row" textAlign="left" paddingRight="16px">
                  {p.label}
                </chakra.th>
                <td>{say(p.value)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </chakra.details>
    </chakra.figure>
  );
}
