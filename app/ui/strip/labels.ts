/** A label that wants to stand over its blocks: its texts, longest first. */
export interface LabelWish {
  key: string;
  row: 'above' | 'below';
  centre: number;
  texts: readonly string[];
}

export interface PlacedLabel {
  key: string;
  row: 'above' | 'below';
  centre: number;
  text: string;
}

const GAP = 6;

/**
 * Places labels so that none leaves the frame and none of one row touches the next: each takes the
 * longest of its texts that still fits, and goes without when none does.
 *
 * @param frame its ends and the width of a letter, in pixels
 */
export function placeLabels(
  wishes: readonly LabelWish[],
  frame: { from: number; to: number; letter: number },
): PlacedLabel[] {
  const placed: PlacedLabel[] = [];
  for (const row of ['above', 'below'] as const) {
    const ofRow = wishes.filter((wish) => wish.row === row).sort((a, b) => a.centre - b.centre);
    let free = frame.from;
    ofRow.forEach((wish, index) => {
      const next = ofRow[index + 1];
      // The next label keeps at least room for its shortest text.
      const reserve = ((next?.texts.at(-1)?.length ?? 0) * frame.letter) / 2 + GAP;
      const until = next ? Math.min(frame.to, next.centre - reserve) : frame.to;
      const fit = wish.texts
        .map((text) => {
          const half = (text.length * frame.letter) / 2;
          const centre = Math.max(free + half, Math.min(wish.centre, until - half));
          return { text, half, centre };
        })
        .find(
          ({ half, centre }) =>
            centre + half <= until + 0.01 && Math.abs(centre - wish.centre) <= half,
        );
      if (!fit) return;
      placed.push({ key: wish.key, row, centre: fit.centre, text: fit.text });
      free = fit.centre + fit.half + GAP;
    });
  }
  return placed;
}
