/** A cable that is cut whole from one box: its link, and how much of it. */
export interface CableToCut {
  label: string;
  metres: number;
}
/** A box and what is cut from it, longest first. */
export interface Box {
  metres: number;
  cuts: CableToCut[];
  left: number;
  /** What is left of one that was opened before. */
  part?: true;
}
/** Which cable comes from which box, and how far that may be from the best. */
export interface BoxPlan {
  boxes: Box[];
  /** No way of cutting takes fewer boxes than this. */
  least: number;
  /** Cables longer than a box: they cannot be cut from one. */
  tooLong: CableToCut[];
}

/** How many new boxes a cutting opens. */
export const newBoxes = (boxes: readonly Box[]): number => boxes.filter((b) => !b.part).length;

/** Sizes cable comes in, in metres. Common practice: 1,000 ft, 500 ft, and a reel of 500 m. */
export const BOX_SIZES = [305, 152, 500] as const;

/**
 * Cuts cables from boxes, each whole from one: the longest first, each from the fullest box that still has it. What is
 * left of part boxes is used up before a new one is opened. The bound is the whole length over a box.
 *
 * @example
 * planBoxes([{ label: 'A', metres: 200 }, { label: 'B', metres: 150 }], 305).boxes.length // 2
 */
export function planBoxes(cuts: readonly CableToCut[], boxMetres: number, parts: readonly number[] = []): BoxPlan {
  const boxes: Box[] = parts.map((metres) => ({ metres, cuts: [], left: metres, part: true }));
  const tooLong: CableToCut[] = [];
  for (const cut of [...cuts].sort((a, b) => b.metres - a.metres)) {
    const most = Math.max(boxMetres, ...parts);
    if (cut.metres > most) {
      tooLong.push(cut);
      continue;
    }
    let box = boxes.filter((b) => b.left >= cut.metres - 1e-9).sort((a, b) => a.left - b.left)[0];
    if (!box) boxes.push((box = { metres: boxMetres, cuts: [], left: boxMetres }));
    box.cuts.push(cut);
    box.left -= cut.metres;
  }
  const used = boxes.filter((b) => b.cuts.length);
  const whole = cuts.filter((r) => !tooLong.includes(r)).reduce((s, r) => s + r.metres, 0);
  const fromNew = Math.max(0, whole - parts.reduce((s, p) => s + p, 0));
  // A cable of more than half a box has a box to itself.
  const large = parts.length ? 0 : cuts.filter((r) => r.metres > boxMetres / 2 && r.metres <= boxMetres).length;
  return { boxes: used, least: Math.max(Math.ceil(fromNew / boxMetres - 1e-9), large), tooLong };
} // prettier-ignore
