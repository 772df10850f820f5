import type { LedRoutine } from '#core/routine';
import { useEffect, useState } from 'react';
import type { HomeToday } from '#core/measurement';
import { useOutbox } from '~/ui/keeping/Keeping';
import { openDevice, type Device } from '~/ui/practise/device';
import { useLead } from '~/ui/practise/useLead';
import { useKeptWays } from '~/ui/practise/useKeptWays';
import { usePicturesAhead } from '~/ui/practise/usePicturesAhead';
import { WaysContext } from '~/ui/practise/ways';
import type { Numbers } from '~/ui/screening/Call';
import { LedContext } from './led';
import type { Taken } from './Measuring';
import { Opening } from './Opening';
import { Run } from './Run';
import classes from './session.module.css';

const CLOCKS = { wall: () => Date.now(), steady: () => performance.now() };

/** Leads a client through their routine; in one tab at a time. */
export function Guide({
  userId,
  version,
  therapistName,
  home,
  numbers,
  spent,
  stillSore,
}: {
  userId: string;
  version: LedRoutine;
  therapistName: string;
  home: HomeToday & { taken: readonly Taken[]; last: readonly Taken[] };
  numbers: Numbers;
  /** Contact seconds of earlier sessions of the day, by site and side. */
  spent: Readonly<Record<string, number>>;
  stillSore: boolean;
}) {
  const outbox = useOutbox();
  const { lead, takeOver } = useLead(userId);
  usePicturesAhead(version.steps);
  const ways = useKeptWays();
  const [device, setDevice] = useState<Device | null>(null);
  useEffect(() => {
    if (lead !== 'here') return;
    let left = false;
    void openDevice(outbox, version, CLOCKS).then((opened) => {
      if (!left) setDevice(opened);
    });
    return () => {
      left = true;
      setDevice(null);
    };
  }, [outbox, version, lead]);
  if (lead === 'elsewhere') {
    return (
      <div className={classes.screen}>
        <div className={classes.body}>
          <h1>Open in another tab</h1>
          <p className={classes.lead}>
            Your session runs in another tab of this browser. Go on there, or take it over here: the
            other one then stands still.
          </p>
        </div>
        <div className={classes.foot}>
          <button type="button" className={classes.main} onClick={takeOver}>
            Go on here
          </button>
        </div>
      </div>
    );
  }
  if (!device) {
    return (
      <div className={classes.screen}>
        <Opening version={version} therapistName={therapistName} measure={[]} />
      </div>
    );
  }
  return (
    <WaysContext value={ways}>
      <LedContext value={version}>
        <Run
          device={device}
          version={version}
          therapistName={therapistName}
          home={home}
          numbers={numbers}
          spent={spent}
          stillSore={stillSore}
        />
      </LedContext>
    </WaysContext>
  );
}
