import { Modal } from '@mantine/core';
import { LinkButton } from '~/ui/parts/LinkButton';
import classes from './BenchKeys.module.css';

/** All that is done on the bench by keys, by what it is for. */
const KEYS: readonly { name: string; keys: readonly (readonly [string, string])[] }[] = [
  {
    name: 'Add',
    keys: [
      ['a', 'a site: Enter adds the first, arrows walk'],
      ['m', 'what the map found next'],
      ['shift m', 'all the map found'],
      ['b', 'what is done beside pressing'],
    ],
  },
  {
    name: 'Lines',
    keys: [
      ['↑ ↓', 'the line above or below'],
      ['alt ↑ ↓', 'move the line'],
      ['del', 'take it out'],
      ['e', 'to its dose; arrows step a figure'],
      [', .', 'one step gentler or firmer'],
      ['i', 'what mends the gravest check'],
    ],
  },
  {
    name: 'The whole',
    keys: [
      ['f', 'fit to minutes; again takes it'],
      ['g', 'group postures: get down and up once'],
      ['v', 'beside a version, a template, or what it would be away from home'],
      ['ctrl z', 'undo'],
      ['ctrl shift z', 'redo'],
      ['ctrl ⏎', 'issue'],
    ],
  },
  {
    name: 'Elsewhere',
    keys: [
      ['alt 0–6', 'what brings them, and the stages'],
      ['/', 'find a client'],
      ['?', 'these keys'],
    ],
  },
];

/** The keys of the bench, over it. */
export function BenchKeys({ isOpen, onClose }: { isOpen: boolean; onClose: () => void }) {
  return (
    <Modal
      opened={isOpen}
      onClose={onClose}
      size="44rem"
      withCloseButton={false}
      attributes={{ content: { 'aria-label': 'Keys of the bench' } }}
    >
      <div className={classes.head}>
        <h2>Keys of the bench</h2>
        <LinkButton quiet onClick={onClose}>
          Close <kbd>esc</kbd>
        </LinkButton>
      </div>
      <div className={classes.parts}>
        {KEYS.map(({ name, keys }) => (
          <section key={name} aria-label={name}>
            <h3>{name}</h3>
            <dl>
              {keys.map(([key, says]) => (
                <div key={key}>
                  <dt>
                    <kbd>{key}</kbd>
                  </dt>
                  <dd>{says}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Modal>
  );
}
