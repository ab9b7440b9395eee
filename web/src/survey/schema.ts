/** Made from the published schema of a survey; renew it with npm run api. */
import type {StemId} from "../api/stemId";

/**
 * This interface was referenced by `Survey`'s JSON-Schema
 * via the `definition` "bud".
 */
export type Bud = Bud1 & {
  at?: number;
  clock?: number | null;
  face?: "up" | "down" | "side" | null;
  state?: "dormant" | "swelling" | "shooting" | "blind" | "damaged" | "basal" | "flower" | null;
  leaflets?: number | null;
  /**
   * Which leaf it sits at, counted from the top; at may then be left out.
   */
  leaf?: number;
};
export type Bud1 = {
  [k: string]: unknown;
};

/**
 * What was seen on one plant on one day. Lengths mm, weights g, angles degrees, clock bearings in hours (0 < c <= 12), dates ISO 8601. Unknown fields are ignored and listed in the plan's warnings.
 */
export interface Survey {
  format: "gemmifer.survey/1";
  plant: {
    name?: string | null;
    kind:
      | "rose.hybrid-tea"
      | "rose.floribunda"
      | "rose.shrub"
      | "rose.grafted-shrub"
      | "rose.miniature"
      | "rose.once-flowering"
      | "rose.rambler"
      | "rose.climber"
      | "rose.weeping-standard"
      | "vine.vinifera"
      | "vine.american"
      | "vine.hybrid"
      | "vine.muscadine"
      | "raspberry.summer"
      | "raspberry.fall"
      | "raspberry.black"
      | "raspberry.purple"
      | "blackberry.erect"
      | "blackberry.trailing"
      | "canefruit.unknown"
      | "shrub.simple";
    vigour?: "weak" | "normal" | "strong" | null;
    yearsPlanted?: number | null;
    neglected?: boolean | null;
    /**
     * Covered over the winter: pruned after the cover comes off.
     */
    cover?: boolean | null;
    /**
     * Its hips are wanted: late in summer its finished flowers stay.
     */
    hips?: boolean | null;
    unionHeight?: number | null;
    rootstock?: boolean | null;
    look?: "open" | "full" | null;
  };
  /**
   * What is planned: the prune, a round among the flowers, covering for the winter, uncovering.
   */
  task?: "prune" | "round" | "cover" | "uncover" | null;
  /**
   * Elective cuts are planned for the day, in season or not.
   */
  anyway?: boolean | null;
  date: string;
  school?:
    | null
    | (
        | "open-bowl"
        | "moderate-half"
        | "light-hand"
        | "renewal-by-age"
        | "rough-shear"
        | "hard"
        | "flat-fan"
        | "keep-volume"
        | "halve"
        | "restart"
        | "upright"
        | "spur"
        | "goblet"
        | "long-cane"
        | "one-crop"
        | "two-crops"
        | "branching-tip"
      )
    | {
        base?:
          | "open-bowl"
          | "moderate-half"
          | "light-hand"
          | "renewal-by-age"
          | "rough-shear"
          | "hard"
          | "flat-fan"
          | "keep-volume"
          | "halve"
          | "restart"
          | "upright"
          | "spur"
          | "goblet"
          | "long-cane"
          | "one-crop"
          | "two-crops"
          | "branching-tip"
          | null;
        set?: {
          spacing?: number | null;
          canesMin?: number | null;
          canesMax?: number | null;
          heightMin?: number | null;
          heightMax?: number | null;
          removeShare?: number | null;
          removeShareWeak?: number | null;
          oldShare?: number | null;
          thinBelow?: number | null;
          slope?: number | null;
          clearance?: number | null;
          bud?: "outward" | "any" | "up-and-out" | null;
          centre?: "open" | "may-stay" | null;
          lateralBuds?: number | null;
          lateralLength?: number | null;
          spurBuds?: number | null;
          spurSpacing?: number | null;
          tipHeight?: number | null;
          stripLeaves?: boolean | null;
          sealant?: boolean | null;
          levelSpread?: number | null;
          aimShare?: number | null;
          roughTop?: number | null;
          cut?: "bud" | "shears" | null;
          strainOneYear?: number | null;
          strainTwoYears?: number | null;
          strainOlder?: number | null;
          tieSpacing?: number | null;
          caneBudsMin?: number | null;
          caneBudsMax?: number | null;
          tipBeyond?: number | null;
          when?: "late-winter" | "halves" | "mild" | "after-cover" | "midwinter" | null;
          climber?: "flat-fan" | "keep-volume" | "halve" | "restart" | "upright" | null;
          deadhead?: "shallow" | "first-full-leaf" | "by-height" | null;
          hips?: "none" | "keep" | null;
        } | null;
        hardness?: number | null;
        name?: string | null;
        own?: string | null;
      };
  place?: {
    hemisphere?: "north" | "south" | null;
    lastFrost?: string | null;
    firstFrost?: string | null;
  } | null;
  /**
   * @maxItems 1000
   */
  rain?:
    | {
        date: string;
        mm: number;
      }[]
    | null;
  support?: null | {
    kind: "wall" | "fence" | "wires" | "arch" | "obelisk" | "pergola" | "post" | "t-trellis" | "stake";
    /**
     * Left edge; half the width to the left where it is not given.
     */
    from?: number | null;
    width?: number;
    height: number;
    /**
     * How far behind the crown.
     */
    y?: number | null;
    /**
     * @maxItems 50
     */
    wires?:
      | {
          height: number;
          y?: number | null;
        }[]
      | null;
    /**
     * @maxItems 50
     */
    openings?:
      | {
          x: number;
          z: number;
          width: number;
          height: number;
        }[]
      | null;
  };
  /**
   * @maxItems 50
   */
  keepOut?:
    | {
        name?: string | null;
        side: number;
        from: number;
      }[]
    | null;
  /**
   * @maxItems 200
   */
  stems?: Stem[] | null;
  vine?: null | {
    system?: "goblet" | "cordon" | "long-cane" | "t-trellis" | "training" | null;
    year?: number | null;
    spacing?: number | null;
    rowSpacing?: number | null;
    pruningWeight?: number | null;
    winterLoss?: null | {
      cut: number;
      dead: number;
    };
    budRule?: null | {
      base: number;
      per: number;
      unit?: number | null;
    };
    rule?: "weight" | "metre" | "spurs" | null;
    perMetre?: number | null;
    stage?: number | null;
    /**
     * @maxItems 100
     */
    records?:
      | {
          season: number;
          pruningWeight?: number | null;
          crop?: number | null;
        }[]
      | null;
  };
  row?: null | {
    length: number;
    width?: number | null;
    firstYear?: number | null;
    secondYear?: number | null;
    spent?: number | null;
    thin?: number | null;
    meanHeight?: number | null;
    plants?: number | null;
    /**
     * @maxItems 200
     */
    observations?:
      | {
          date: string;
          what:
            | "new-canes-fruited"
            | "new-canes-bare"
            | "old-canes-fruited"
            | "fruit-on-side-shoots"
            | "berry-hollow"
            | "berry-with-core"
            | "berry-red"
            | "berry-yellow"
            | "berry-purple"
            | "berry-black"
            | "canes-upright"
            | "canes-arching"
            | "canes-trailing";
        }[]
      | null;
  };
}
/**
 * This interface was referenced by `Survey`'s JSON-Schema
 * via the `definition` "stem".
 */
export interface Stem {
  id: StemId;
  role: "cane" | "lateral" | "trunk" | "arm" | "shoot" | "spur";
  parent: string;
  at?: number | null;
  clock?: number | null;
  baseClock?: number | null;
  radius?: number | null;
  diameter: number;
  length?: number | null;
  lean?: number | null;
  tipLean?: number | null;
  age: number;
  /**
   * @maxItems 100
   */
  seen?:
    | (
        | (
            | "bark.green"
            | "bark.brown"
            | "bark.grey"
            | "bark.black"
            | "scratch.green"
            | "scratch.brown"
            | "pith.green"
            | "pith.brown"
            | "leafing"
            | "not-leafing"
            | "snap.dry"
            | "wound"
            | "canker"
            | "borer"
            | "spotting"
            | "distorted"
            | "smooth"
            | "leaflets-differ"
            | "mildew"
            | "below-union"
            | "soft"
            | "supple"
            | "stiff"
            | "forward"
            | "spindly"
            | "fruited"
            | "fruited-twice"
            | "productive"
            | "unproductive"
            | "held"
          )
        | {
            what:
              | "bark.green"
              | "bark.brown"
              | "bark.grey"
              | "bark.black"
              | "scratch.green"
              | "scratch.brown"
              | "pith.green"
              | "pith.brown"
              | "leafing"
              | "not-leafing"
              | "snap.dry"
              | "wound"
              | "canker"
              | "borer"
              | "spotting"
              | "distorted"
              | "smooth"
              | "leaflets-differ"
              | "mildew"
              | "below-union"
              | "soft"
              | "supple"
              | "stiff"
              | "forward"
              | "spindly"
              | "fruited"
              | "fruited-twice"
              | "productive"
              | "unproductive"
              | "held";
            at?: number | null;
          }
      )[]
    | null;
  deadFrom?: number | null;
  /**
   * @maxItems 200
   */
  rubs?: StemId[] | null;
  pin?:
    | null
    | ("keep" | "remove")
    | {
        cutAt: number;
      };
  pinReason?: string | null;
  /**
   * @maxItems 200
   */
  buds?: Bud[] | null;
  fruitTo?: number | null;
  /**
   * How well it was measured: one standard deviation of each.
   */
  spread?: {
    clock?: number | null;
    lean?: number | null;
    tipLean?: number | null;
    length?: number | null;
    diameter?: number | null;
  } | null;
  head?: {
    blooms?: number | null;
    finished?: number | null;
    /**
     * It is wanted for the vase.
     */
    vase?: boolean | null;
    /**
     * The leaf, counted from the top, that stands as high as its neighbours do.
     */
    level?: number | null;
    /**
     * The leaf, counted from the top, from which down it is clear of a path.
     */
    clear?: number | null;
  } | null;
  /**
   * What last winter's plan named it for: to go next, or to take the place of one that does.
   */
  named?: "next" | "successor" | null;
  towards?: null | {
    x: number;
    z: number;
  };
}
