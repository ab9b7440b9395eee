/** Places labels so that none covers another: along a line, or round a ring. */

/** Moves positions apart to at least a gap, staying as near as can be to where they were wanted and within the ends. */
export function spreadOnLine(wanted: number[], gap: number, low: number, high: number): number[] {
  const order = wanted.map((w, i) => ({ w, i })).sort((a, b) => a.w - b.w || a.i - b.i);
  const room = order.length > 1 ? Math.min(gap, (high - low) / (order.length - 1)) : gap;
  // Pool neighbours that would overlap into blocks set evenly about their mean (isotonic regression).
  const blocks: { sum: number; count: number }[] = [];
  order.forEach(({ w }, k) => {
    blocks.push({ sum: w - k * room, count: 1 });
    while (blocks.length > 1) {
      const [a, b] = [blocks[blocks.length - 2]!, blocks[blocks.length - 1]!];
      if (a.sum / a.count <= b.sum / b.count) break;
      blocks.splice(-2, 2, { sum: a.sum + b.sum, count: a.count + b.count });
    }
  });
  const placed: number[] = new Array(wanted.length).fill(0);
  let k = 0;
  for (const block of blocks) {
    for (let n = 0; n < block.count; n++, k++) {
      const base = Math.min(high - (order.length - 1) * room, Math.max(low, block.sum / block.count));
      placed[order[k]!.i] = base + k * room;
    }
  }
  return placed;
}

/** The same for angles in degrees round a ring, cut open at the widest gap. */
export function spreadOnRing(wanted: number[], gap: number): number[] {
  if (wanted.length < 2) return [...wanted];
  const sorted = wanted.map((w) => ((w % 360) + 360) % 360).sort((a, b) => a - b);
  let [cut, widest] = [0, -1];
  sorted.forEach((a, i) => {
    const next = i + 1 < sorted.length ? sorted[i + 1]! : sorted[0]! + 360;
    if (next - a > widest) [widest, cut] = [next - a, (a + next) / 2];
  });
  const room = Math.min(gap, 360 / wanted.length);
  const opened = wanted.map((w) => (((w - cut) % 360) + 360) % 360);
  return spreadOnLine(opened, room, room / 2, 360 - room / 2).map((a) => (a + cut) % 360);
}

export interface Spot {
  x: number;
  y: number;
}

/** Moves places apart in the plane until no two are nearer than a gap, each staying near where it was wanted and inside a box. */
export function spreadApart(
  wanted: Spot[],
  gap: number,
  box: { left: number; right: number; top: number; bottom: number },
): Spot[] {
  const inside = (p: Spot) => ({
    x: Math.min(box.right, Math.max(box.left, p.x)),
    y: Math.min(box.bottom, Math.max(box.top, p.y)),
  });
  let places = wanted.map(inside);
  for (let round = 0; round < 60; round++) {
    let moved = false;
    const next = places.map((p) => ({ ...p }));
    for (let i = 0; i < places.length; i++) {
      for (let j = i + 1; j < places.length; j++) {
        const [a, b] = [next[i]!, next[j]!];
        let [dx, dy] = [b.x - a.x, b.y - a.y];
        const far = Math.hypot(dx, dy);
        if (far >= gap - 0.01) continue;
        if (far < 0.01) [dx, dy] = [1, 0.3 * (j - i)];
        const push = (gap - far) / 2 / (Math.hypot(dx, dy) || 1);
        next[i] = inside({ x: a.x - dx * push, y: a.y - dy * push });
        next[j] = inside({ x: b.x + dx * push, y: b.y + dy * push });
        moved = true;
      }
    }
    places = next;
    if (!moved) break;
  }
  return places;
}
