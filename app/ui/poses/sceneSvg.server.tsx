import { renderToStaticMarkup } from 'react-dom/server';
import { frameOf, type Scene } from '#core/poses';
import tokens from '../theme/tokens.css?inline';
import { SceneDrawing } from './SceneDrawing';
import drawing from './SceneDrawing.module.css?inline';

/** A scene as a picture of its own, in the colours of the night screen, as tall and broad as what it shows. */
export function sceneSvg(scene: Scene): string {
  const [, , width, height] = frameOf(scene).map(Math.round);
  const style = `<style>${[tokens, drawing].join('\n').replaceAll('<', '')}</style>`;
  return renderToStaticMarkup(<SceneDrawing scene={scene} />).replace(
    /<svg ([^>]*)>/,
    `<svg xmlns="http://www.w3.org/2000/svg" data-night="" width="${width}" height="${height}" $1>${style}`,
  );
}
