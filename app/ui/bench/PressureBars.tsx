import { useElementSize } from '@mantine/hooks';
import { scaleLinear } from 'd3-scale';
import { useRef } from 'react';
import type { Tool } from '#core/equipment';
import type { Banded } from '#core/uncertainty';
import { rounded } from '../numbers/units';
import classes from './PressureBars.module.css';

const ROW = 36;
const NAME = 176;
const RIGHT = 54;
const HEAD = 26;

/** Names that would not fit beside the bars. */
const SHORT: Record<string, string> = {
  'sock-ball': 'Ball in a sock',
  'double-ball': 'Two balls joined',
  'press-stick': 'Press stick',
  'straight-cane': 'Straight cane',
  'racquet-ball': 'Small hollow ball',
  'soft-baseball': 'Training baseball',
  'stick-roller': 'Stick, two handles',
  'firm-ball': 'Firm massage ball',
};

/** A face’s outline, to the same scale in every row: how sharp each tool is. */
function Face({ tool, y }: { tool: Tool; y: number }) {
  const size = 0.2 * tool.face.radiusMillimetres;
  return tool.face.kind === 'sphere' ? (
    <circle cx={NAME - 12} cy={y} r={Math.min(13, size)} className={classes.face} />
  ) : (
    <rect
      x={NAME - 12 - 12}
      y={y - Math.min(13, size)}
      width={24}
      height={2 * Math.min(13, size)}
      rx={Math.min(4, size)}
      className={classes.face}
    />
  );
}

/** Tools as bands of pressure on one scale, mildest first. */
export function PressureBars({
  rows,
  chosenId,
  onChoose,
}: {
  rows: readonly { tool: Tool; kilopascals: Banded }[];
  chosenId: string;
  onChoose: (toolId: string) => void;
}) {
  const { ref, width: measured } = useElementSize<HTMLDivElement>();
  const list = useRef<HTMLDivElement>(null);
  const width = measured || 620;
  const most = Math.max(...rows.map(({ kilopascals }) => kilopascals.high)) * 1.02;
  const x = scaleLinear([0, most], [NAME, width - RIGHT]).nice();
  const ticks = x.ticks(6);
  const height = HEAD + rows.length * ROW + 6;
  const walk = (by: number) => {
    const at = rows.findIndex(({ tool }) => tool.id === chosenId);
    const next = rows[Math.max(0, Math.min(rows.length - 1, at + by))];
    if (!next) return;
    onChoose(next.tool.id);
    list.current?.querySelector<HTMLElement>(`[data-tool="${next.tool.id}"]`)?.focus();
  };
  return (
    <div ref={ref} className={classes.frame}>
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        aria-hidden
        className={classes.drawing}
      >
        {ticks.map((tick) => (
          <g key={tick} transform={`translate(${x(tick)},0)`}>
            <line y1={HEAD - 6} y2={height} className={classes.grid} />
            <text y={12} textAnchor="middle" className={classes.tick}>
              {tick}
              {tick === ticks.at(-1) ? ' kPa' : ''}
            </text>
          </g>
        ))}
        {rows.map(({ tool, kilopascals }, index) => {
          const y = HEAD + index * ROW + ROW / 2;
          const chosen = tool.id === chosenId;
          return (
            <g key={tool.id} data-chosen={chosen} className={classes.row}>
              {chosen && (
                <rect x={0} y={y - ROW / 2} width={width} height={ROW} className={classes.ground} />
              )}
              <text x={NAME - 32} y={y + 4} textAnchor="end" className={classes.name}>
                {SHORT[tool.id] ?? tool.name}
              </text>
              <Face tool={tool} y={y} />
              <line
                x1={x(kilopascals.low)}
                x2={x(kilopascals.high)}
                y1={y}
                y2={y}
                className={classes.band}
              />
              <line
                x1={x(kilopascals.value)}
                x2={x(kilopascals.value)}
                y1={y - 8}
                y2={y + 8}
                className={classes.value}
              />
              <text x={width - RIGHT + 10} y={y + 4} className={classes.number}>
                {rounded(kilopascals.value)}
              </text>
            </g>
          );
        })}
      </svg>
      <div ref={list} className={classes.hits} role="radiogroup" aria-label="Tools, mildest first">
        {rows.map(({ tool, kilopascals }) => (
          <button
            key={tool.id}
            type="button"
            role="radio"
            data-tool={tool.id}
            aria-checked={tool.id === chosenId}
            tabIndex={tool.id === chosenId ? 0 : -1}
            aria-label={`${tool.name}: ${rounded(kilopascals.value)} kPa, ${rounded(kilopascals.low)} to ${rounded(kilopascals.high)}`}
            onClick={() => onChoose(tool.id)}
            onKeyDown={(event) => {
              const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
              if (by === 0) return;
              event.preventDefault();
              walk(by);
            }}
          />
        ))}
      </div>
    </div>
  );
}
