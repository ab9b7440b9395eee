/** The header on an answer that was kept on this device, because the garden did not answer: when the garden gave it. */
export const KEPT = "X-Gemmifer-Kept";
