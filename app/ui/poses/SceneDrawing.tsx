import { pathOf, smooth, smoothLine, straightPath } from '#core/geometry';
import {
  arrowPaths,
  frameOf,
  type DrawnBody,
  type DrawnTool,
  type Scene,
  type Thing,
} from '#core/poses';
import classes from './SceneDrawing.module.css';

/** A person: first every edge of a layer, then every fill, so that one line runs round the whole of it. */
function Body({ body }: { body: DrawnBody }) {
  return (
    <g className={classes.person} data-ghost={body.ghost} data-helper={body.helper}>
      {body.layers.map(({ depth, outlines }) => {
        const paths = outlines.map((outline) => pathOf(smooth(outline)));
        return (
          <g key={depth} data-depth={depth}>
            <path d={paths.join('')} className={classes.edge} />
            {paths.map((path) => (
              <path key={path} d={path} className={classes.fill} />
            ))}
            {depth === 'body' && (
              <>
                {body.hair.length > 0 && (
                  <path d={pathOf(smooth(body.hair))} className={classes.hair} />
                )}
                <path
                  d={body.face.map((line) => pathOf(smoothLine(line))).join('')}
                  className={classes.face}
                />
              </>
            )}
          </g>
        );
      })}
    </g>
  );
}

function Around({ thing }: { thing: Thing }) {
  return (
    <path
      d={straightPath(thing.points, thing.solid)}
      className={classes.thing}
      data-what={thing.what}
      data-solid={thing.solid}
    />
  );
}

function Tool({ tool }: { tool: DrawnTool }) {
  const [at] = tool.points;
  if (!at) return null;
  switch (tool.kind) {
    case 'ball':
      return <circle cx={at[0]} cy={at[1]} r={tool.radius} className={classes.tool} />;
    case 'roller':
      return (
        <g>
          <circle cx={at[0]} cy={at[1]} r={tool.radius} className={classes.tool} />
          <circle cx={at[0]} cy={at[1]} r={tool.radius * 0.42} className={classes.core} />
        </g>
      );
    case 'line': {
      const d = pathOf(smoothLine(tool.points));
      return (
        <g>
          <path d={d} className={classes.bar} strokeWidth={tool.radius * 2} />
          <path d={d} className={classes.barInside} strokeWidth={tool.radius * 2 - 5} />
        </g>
      );
    }
    case 'shape':
      return <path d={pathOf(smooth(tool.points))} className={classes.tool} />;
  }
}

/** An arrow, bowed where a movement turns. */
const Arrow = ({ arrow }: { arrow: Scene['arrows'][number] }) => (
  <g className={classes.arrow}>
    {arrowPaths(arrow).map((path) => (
      <path key={path} d={path} />
    ))}
  </g>
);

/** What a scene holds, to be laid into a drawing: without what is measured. */
export function SceneParts({ scene }: { scene: Scene }) {
  const over = (wanted: boolean) => scene.tools.filter((tool) => tool.over === wanted);
  const things = (wanted: boolean) => scene.things.filter((one) => (one.over ?? false) === wanted);
  return (
    <>
      {things(false).map((thing) => (
        <Around key={thing.what + straightPath(thing.points, false)} thing={thing} />
      ))}
      {over(false).map((tool) => (
        <Tool key={`${tool.kind}${tool.points.join(' ')}`} tool={tool} />
      ))}
      {scene.bodies.map((body, index) => (
        <Body key={`${index}${body.ghost}`} body={body} />
      ))}
      {things(true).map((thing) => (
        <Around key={thing.what + straightPath(thing.points, false)} thing={thing} />
      ))}
      {over(true).map((tool) => (
        <Tool key={`${tool.kind}${tool.points.join(' ')}`} tool={tool} />
      ))}
    </>
  );
}

/** How the body lies, leans or reaches, with tool, wall, floor and chair in place. */
export function SceneDrawing({ scene, className }: { scene: Scene; className?: string }) {
  return (
    <svg
      viewBox={frameOf(scene)
        .map((value) => Math.round(value))
        .join(' ')}
      className={className ? `${classes.scene} ${className}` : classes.scene}
      role="img"
      aria-label={scene.says}
    >
      <SceneParts scene={scene} />
      {scene.angle && (
        <path
          d={straightPath([scene.angle.one, scene.angle.vertex, scene.angle.other], false)}
          className={classes.angle}
        />
      )}
      {scene.contact && (
        <circle cx={scene.contact[0]} cy={scene.contact[1]} r="11" className={classes.contact} />
      )}
      {scene.arrows.map((arrow) => (
        <Arrow key={`${arrow.from.join()}${arrow.to.join()}`} arrow={arrow} />
      ))}
    </svg>
  );
}
