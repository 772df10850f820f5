import { renderToStaticMarkup } from 'react-dom/server';
import { MemoryRouter } from 'react-router';
import { StageLine, type Stage } from './StageLine';

const NAMES = ['Screen', 'Map', 'Measure', 'Plan', 'Practise', 'Review'];
const draw = (stages: Stage[]) =>
  renderToStaticMarkup(
    <MemoryRouter>
      <StageLine stages={stages} />
    </MemoryRouter>,
  );
const stage = (name: string, more: Partial<Stage> = {}): Stage => ({
  name,
  state: 'done',
  says: 'done 2 Oct',
  to: name.toLowerCase(),
  here: false,
  ...more,
});

describe('the line of stages', () => {
  it('gives each stage a mark of its own, and its state in words beside it', () => {
    const drawings = NAMES.map((name) => /<svg[^>]*>(.*?)<\/svg>/.exec(draw([stage(name)]))?.[1]);
    expect(new Set(drawings).size).toBe(NAMES.length);
    const markup = draw(NAMES.map((name) => stage(name)));
    expect(markup.match(/done 2 Oct/g)).toHaveLength(NAMES.length);
    // The marks say nothing by themselves: names and words do.
    expect(markup.match(/aria-hidden="true"/g)).toHaveLength(NAMES.length);
  });

  it('says where one is, and links only what has a screen', () => {
    const markup = draw([
      stage('Screen', { here: true }),
      { name: 'Map', state: 'ahead', says: 'ahead', here: false },
    ]);
    expect(markup.match(/aria-current="page"/g)).toHaveLength(1);
    expect(markup.match(/<a /g)).toHaveLength(1);
    expect(markup).toContain('data-state="ahead"');
  });

  it('draws a stage it has no mark for all the same', () => {
    expect(draw([stage('Something else')])).toContain('<circle');
  });
});
