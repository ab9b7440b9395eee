/** The four parts of the work, each as a small drawing (160 by 110). */

const ground = <path d="M8 96H152" stroke="var(--muted)" strokeWidth="2" />;

const wood = { fill: "none", strokeLinecap: "round", strokeLinejoin: "round" } as const;

/** A rose in winter with its name beside it. */
export function Plant() {
  return (
    <>
      {ground}
      <path
        d="M70 96C66 70 56 50 46 26M70 96C72 66 70 44 74 18M70 96C78 72 92 54 104 34"
        {...wood}
        stroke="var(--bark2)"
        strokeWidth="5"
      />
      <path d="M58 56l-13-6M73 50l10-7M90 58l12 1" {...wood} stroke="var(--bark1)" strokeWidth="3" />
      <path d="M64 96q6 -7 12 0" fill="var(--bark4)" />
      <path d="M124 96V70" stroke="var(--ink)" strokeWidth="2.5" />
      <rect x="108" y="52" width="36" height="20" rx="3" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
      <path d="M114 59h24M114 65h16" stroke="var(--muted)" strokeWidth="2" />
    </>
  );
}

/** From above: canes round the crown, and the way round it. */
export function Walk() {
  return (
    <>
      <circle cx="80" cy="55" r="38" fill="var(--paper)" stroke="var(--line)" strokeWidth="1.5" />
      <path d="M80 55L62 27M80 55L104 34M80 55L112 66" {...wood} stroke="var(--bark2)" strokeWidth="6" />
      <path d="M80 55L70 86" {...wood} stroke="var(--bark1)" strokeWidth="4" />
      <path d="M80 55L48 58" {...wood} stroke="var(--bark3)" strokeWidth="8" />
      <circle cx="80" cy="55" r="6" fill="var(--bark4)" />
      <path d="M80 105A50 50 0 1 1 126 74" {...wood} stroke="var(--leaf)" strokeWidth="3" strokeDasharray="6 5" />
      <path d="M136 67.5L126 74L123.4 62.1" {...wood} stroke="var(--leaf)" strokeWidth="3" />
    </>
  );
}

/** The same rose from the front: what goes is crossed out, what stays ends at a cut. */
export function Plan() {
  return (
    <>
      {ground}
      <path d="M76 96C72 74 64 56 58 42M76 96C84 76 94 62 102 50" {...wood} stroke="var(--leaf)" strokeWidth="6" />
      <path
        d="M58 42C54 34 50 26 47 18M102 50C108 42 114 34 118 26"
        {...wood}
        stroke="var(--line)"
        strokeWidth="4"
        strokeDasharray="4 5"
      />
      <path d="M76 96C78 68 78 44 82 18" {...wood} stroke="var(--hip)" strokeWidth="5" strokeDasharray="7 5" />
      <path d="M70 64l14 12M84 64l-14 12" {...wood} stroke="var(--hip)" strokeWidth="4" />
      <path d="M49 46l18-8M93 44l18 10" {...wood} stroke="var(--ink)" strokeWidth="3.5" />
      <path d="M70 96q6 -7 12 0" fill="var(--bark4)" />
    </>
  );
}

/** Shears at a slanted cut above a bud. */
export function Cut() {
  return (
    <>
      <path d="M62 106L76 46" {...wood} stroke="var(--bark1)" strokeWidth="13" />
      <path d="M67 40L86 49L84 34L73 30Z" fill="var(--sheet)" />
      <path
        d="M80 62q14 -2 14 -14q-12 2 -16 8"
        fill="var(--leaf)"
        stroke="var(--leaf)"
        strokeWidth="2"
        strokeLinejoin="round"
      />
      <path d="M66 46L90 32" {...wood} stroke="var(--ink)" strokeWidth="3" strokeDasharray="1 6" />
      <path d="M84 36Q104 30 120 34L148 50" {...wood} stroke="var(--ink)" strokeWidth="6" />
      <path d="M86 46Q100 24 116 20L146 14" {...wood} stroke="var(--hip)" strokeWidth="6" />
      <circle cx="111" cy="28" r="4.5" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2.5" />
    </>
  );
}
