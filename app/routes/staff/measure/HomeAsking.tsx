import { Select } from '@mantine/core';
import type { MovementTest } from '#core/measurement';
import { useLetters, useOutbox } from '~/ui/keeping/Keeping';
import type { Data } from './readings';
import classes from './measure.module.css';

/** Whether a client is asked for a test at home, and how often. */
export function HomeAsking({
  file,
  test,
  says,
}: {
  file: Data['file'];
  test: MovementTest;
  says: string;
}) {
  const outbox = useOutbox();
  const asking = useLetters('home asking', file.id).findLast(
    ({ body }) => 'when' in body && body.testId === test.id,
  );
  const asked =
    asking && 'when' in asking.body
      ? asking.body.when
      : (file.homeMeasures.find(({ testId }) => testId === test.id)?.when ?? 'not');
  return (
    <div className={classes.home}>
      <Select
        label="At home"
        aria-label="Ask for it at home"
        data={[
          { value: 'not', label: 'not asked' },
          { value: 'each session', label: 'before and after each session' },
          { value: 'weekly', label: 'once a week' },
        ]}
        value={asked}
        allowDeselect={false}
        onChange={(when) => {
          if (when !== 'each session' && when !== 'weekly' && when !== 'not') return;
          outbox.add({
            kind: 'home asking',
            clientId: file.id,
            thing: file.id,
            base: null,
            body: { testId: test.id, when },
          });
        }}
      />
      <p className={classes.soft}>{says}</p>
    </div>
  );
}
