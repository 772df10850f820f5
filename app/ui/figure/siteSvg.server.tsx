import { renderToStaticMarkup } from 'react-dom/server';
import { VIEWS, type Side, type Site } from '#core/anatomy';
import { sideSign } from '#core/map';
import tokens from '../theme/tokens.css?inline';
import figure from './Figure.module.css?inline';
import { bestView, SiteDrawing } from './SiteDrawing';
import drawing from './SiteDrawing.module.css?inline';

/**
 * A site close up as a picture of its own, in the colours of the night screen: a phone that is led needs neither
 * the tables nor the code it is drawn with.
 */
export function siteSvg(site: Site, side: Side): string {
  const view = bestView(site);
  // The client’s left is right of the middle from the front, and left of it from the back.
  const flipped = VIEWS[view].twoSided ? sideSign(view, side) < 0 : side === 'left';
  const markup = renderToStaticMarkup(
    <SiteDrawing site={site} view={view} flipped={side !== 'mid' && flipped} />,
  );
  const style = `<style>${[tokens, figure, drawing].join('\n').replaceAll('<', '')}</style>`;
  return markup
    .replace('<svg ', '<svg xmlns="http://www.w3.org/2000/svg" data-night="" ')
    .replace('<defs>', `${style}<defs>`);
}
