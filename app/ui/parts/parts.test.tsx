import { renderToStaticMarkup } from 'react-dom/server';
import { Aside, Bench } from './Bench';
import { Choice } from './Choice';
import { Empty } from './Empty';
import { FieldRow } from './FieldRow';
import { LinkButton } from './LinkButton';
import { Toggle } from './Toggle';

const nothing = () => undefined;
const draw = renderToStaticMarkup;

describe('a toggle', () => {
  it('is a named group in which the chosen one says so, and only that', () => {
    const markup = draw(
      <Toggle
        label="When"
        value="after"
        options={[
          { value: 'before', label: 'before' },
          { value: 'after', label: 'after' },
        ]}
        onChoose={nothing}
      />,
    );
    expect(markup).toContain('role="group" aria-label="When"');
    expect(
      [...markup.matchAll(/aria-pressed="(\w+)"[^>]*>(\w+)/g)].map(([, a, b]) => [b, a]),
    ).toEqual([
      ['before', 'false'],
      ['after', 'true'],
    ]);
  });

  it('may have none chosen', () => {
    const markup = draw(
      <Toggle
        label="Seen"
        value={null}
        options={[{ value: 'a', label: 'a' }]}
        onChoose={nothing}
      />,
    );
    expect(markup).not.toContain('aria-pressed="true"');
  });
});

describe('a field row', () => {
  const row = (trouble: string | null) =>
    draw(
      <FieldRow id="mass" label="mass" value="7" unit="kg" trouble={trouble} onType={nothing} />,
    );

  it('is labelled, and its sentence belongs to it', () => {
    expect(row(null)).toContain('<label for="mass">');
    expect(row(null)).toContain('aria-invalid="false" aria-describedby="mass-says"');
    expect(row(null)).not.toContain('role="alert"');
    expect(row('Too little.')).toContain('aria-invalid="true"');
    expect(row('Too little.')).toContain('id="mass-says" role="alert">Too little.');
  });
});

describe('a choice', () => {
  it('has one radio an option under its legend, the chosen one checked', () => {
    const markup = draw(
      <Choice
        legend="flesh"
        value="thin"
        options={[
          { value: 'thin', label: 'thin', says: 'shin' },
          { value: 'thick', label: 'thick' },
        ]}
        onChoose={nothing}
      />,
    );
    expect(markup).toContain('<legend>flesh</legend>');
    expect(markup.match(/type="radio"/g)).toHaveLength(2);
    expect(markup.match(/checked=""/g)).toHaveLength(1);
    expect(markup).toContain('<small>shin</small>');
  });
});

describe('the frame of a screen', () => {
  it('names its columns in the order they are read', () => {
    const markup = draw(
      <Bench left="sites" leftLabel="Sites" right="checks" rightLabel="Checks">
        the routine
      </Bench>,
    );
    const places = ['aria-label="Sites"', 'the routine', 'aria-label="Checks"'].map((one) =>
      markup.indexOf(one),
    );
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect(places.every((at) => at >= 0)).toBe(true);
    expect(draw(<Aside label="Past">x</Aside>)).toContain('<aside class="aside" aria-label="Past"');
    expect(draw(<Empty>Nothing yet.</Empty>)).toBe('<p class="empty">Nothing yet.</p>');
  });

  it('has buttons that read as links and never send a form by themselves', () => {
    const markup = draw(
      <LinkButton warns onClick={nothing}>
        Take it back
      </LinkButton>,
    );
    expect(markup).toContain('type="button"');
    expect(markup).toContain('data-warns="true"');
  });
});
