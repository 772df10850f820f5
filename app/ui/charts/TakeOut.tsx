import { useState, type RefObject } from 'react';
import { LinkButton } from '~/ui/parts/LinkButton';
import { asPng, asSvg, save, type Taken } from './takeOut';
import classes from './DropChart.module.css';

/** What is seen within a part of the page, taken out as one file. */
export function TakeOut({
  within,
  title,
  file,
  table,
  says = 'Take what is seen',
}: {
  within: RefObject<HTMLElement | null>;
  title: string;
  /** Without its ending. */
  file: string;
  /** The same as CSV, where figures stand behind it; read only once it is wanted. */
  table?: () => Promise<string>;
  /** Completes “… out as SVG”. */
  says?: string;
}) {
  const [trouble, setTrouble] = useState('');
  const seen = (): Taken[] =>
    [
      ...(within.current?.querySelectorAll<SVGSVGElement>('svg[role="img"], svg[data-axis]') ?? []),
    ].map((svg) => ({
      name: (svg.getAttribute('aria-label') ?? '').split(': ')[0] ?? '',
      svg,
    }));
  const made = async (as: 'svg' | 'png' | 'csv') => {
    if (as === 'csv' && table) return new Blob([await table()], { type: 'text/csv;charset=utf-8' });
    const text = asSvg(title, seen());
    return as === 'svg' ? new Blob([text], { type: 'image/svg+xml' }) : asPng(text);
  };
  const take = async (as: 'svg' | 'png' | 'csv') => {
    setTrouble('');
    try {
      save(await made(as), `${file}.${as}`);
    } catch {
      setTrouble('It could not be made here. Try another kind, or print the page.');
    }
  };
  return (
    <p className={classes.takeOut}>
      {says} out as <LinkButton onClick={() => void take('svg')}>SVG</LinkButton>{' '}
      <LinkButton onClick={() => void take('png')}>PNG</LinkButton>{' '}
      {table && <LinkButton onClick={() => void take('csv')}>CSV</LinkButton>}
      {trouble && <span role="alert">{trouble}</span>}
    </p>
  );
}
