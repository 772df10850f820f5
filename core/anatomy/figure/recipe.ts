import type { Point } from '#core/geometry';
import type { ViewId } from './drawing';
import { type Landmark, placeOfLandmark } from './landmarks';

/**
 * How a point is found from landmarks, as geometry: halfway or part of the way between two, where a
 * vertical through one meets the level of another, or a step away from one. Offsets in thousandths of
 * stature, x away from the midline.
 */
export type Recipe =
  | { kind: 'at'; mark: Landmark }
  | { kind: 'between'; marks: readonly [Landmark, Landmark]; share: number }
  | { kind: 'crossing'; below: Landmark; level: Landmark }
  | { kind: 'offset'; mark: Landmark; by: Point };

/** The point a recipe leads to, and the view it lies in. */
export function follow(recipe: Recipe): { view: ViewId; at: Point } {
  switch (recipe.kind) {
    case 'at':
      return placeOfLandmark(recipe.mark);
    case 'between': {
      const [from, to] = recipe.marks.map(placeOfLandmark);
      if (!from || !to || from.view !== to.view) {
        throw new RangeError('Both landmarks of a recipe must lie in one view.');
      }
      const part = (axis: 0 | 1) => from.at[axis] + (to.at[axis] - from.at[axis]) * recipe.share;
      return { view: from.view, at: [part(0), part(1)] };
    }
    case 'crossing': {
      const below = placeOfLandmark(recipe.below);
      return { view: below.view, at: [below.at[0], placeOfLandmark(recipe.level).at[1]] };
    }
    case 'offset': {
      const { view, at } = placeOfLandmark(recipe.mark);
      return { view, at: [at[0] + recipe.by[0], at[1] + recipe.by[1]] };
    }
  }
}

const nameOf = (mark: Landmark): string => mark.slice(mark.indexOf(': ') + 2);

/** The recipe in words, as it is read beside the drawing. */
export function recipeWords(recipe: Recipe): string {
  switch (recipe.kind) {
    case 'at':
      return `On this place: ${nameOf(recipe.mark)}.`;
    case 'between': {
      const [from, to] = recipe.marks;
      const how =
        recipe.share === 0.5 ? 'Halfway' : `${Math.round(recipe.share * 100)} % of the way`;
      return `${how} from ${nameOf(from)} to ${nameOf(to)}.`;
    }
    case 'crossing':
      return `Straight down from ${nameOf(recipe.below)}, at the level of ${nameOf(recipe.level)}.`;
    case 'offset': {
      const [across, down] = recipe.by;
      const centimetres = (units: number) => `${Math.round(Math.abs(units) * 0.172)} cm`;
      const parts = [
        Math.abs(across) >= 4
          ? `${centimetres(across)} ${across > 0 ? 'outwards' : 'inwards'}`
          : '',
        Math.abs(down) >= 4 ? `${centimetres(down)} ${down > 0 ? 'down' : 'up'}` : '',
      ].filter(Boolean);
      const from = nameOf(recipe.mark);
      return parts.length === 0
        ? `Close to ${from}.`
        : `About ${parts.join(' and ')} from ${from}, on a person of 1.72 m.`;
    }
  }
}
