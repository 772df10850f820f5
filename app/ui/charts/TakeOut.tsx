import { useState, type RefObject } from 'react';
import { LinkButton } from '~/ui/parts/LinkButton';
import { asPng, asSvg, save, type Taken } from './takeOut';
import classes from './DropChart.module.css';

/** What is seen within a part of the page, taken out as one file. */
export function TakeOut({
  within,
  title,
  file,
}: {
  within: RefObject<HTMLElement | null>;
  title: string;
  /** Without its ending. */
  file: string;
}) {
  const [trouble, setTrouble] = useState('');
  const seen = (): Taken[] =>
    [
      ...(within.current?.querySelectorAll<SVGSVGElement>('svg[role="img"], svg[data-axis]') ?? []),
    ].map((svg) => ({
      name: (svg.getAttribute('aria-label') ?? '').split(':')[0] ?? '',
      svg,
    }));
  const take = async (as: 'svg' | 'png') => {
    setTrouble('');
    try {
      const text = asSvg(title, seen());
      const blob = as === 'svg' ? new Blob([text], { type: 'image/svg+xml' }) : await asPng(text);
      save(blob, `${file}.${as}`);
    } catch {
      setTrouble('The picture could not be made here. Try the other kind, or print the page.');
    }
  };
  return (
    <p className={classes.takeOut}>
      Take what is seen out as <LinkButton onClick={() => void take('svg')}>SVG</LinkButton>{' '}
      <LinkButton onClick={() => void take('png')}>PNG</LinkButton>
      {trouble && <span role="alert">{trouble}</span>}
    </p>
  );
}
