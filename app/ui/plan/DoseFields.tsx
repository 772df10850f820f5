import type { ReactNode } from 'react';
import type { Site } from '#core/anatomy';
import { MOVEMENTS, movementsIn, type Dose } from '#core/dosage';
import { Choice } from '~/ui/parts/Choice';
import { clockTime } from '~/ui/parts/words';
import { parseCount, parseSeconds } from './parseNumber';
import { TypedNumber } from './TypedNumber';

/** Seconds go up and down by this. */
export const SECOND_STEP = 5;

type OnTrouble = (field: string, says: string | null) => void;

function Seconds({
  label,
  name,
  value,
  beside,
  field,
  onValue,
  onTrouble,
}: {
  label: string;
  name: string;
  value: number;
  beside: string;
  field: string;
  onValue: (value: number) => void;
  onTrouble: OnTrouble;
}) {
  return (
    <TypedNumber
      label={label}
      value={value}
      beside={beside}
      step={SECOND_STEP}
      parse={(text) => parseSeconds(text, { name, least: 1, most: 600 })}
      onValue={onValue}
      onTrouble={(says) => onTrouble(field, says)}
    />
  );
}

/** The figures of a dose, by its method. */
export function DoseFields({
  dose,
  site,
  onDose,
  onTrouble,
}: {
  dose: Dose;
  site: Site;
  onDose: (dose: Dose) => void;
  onTrouble: OnTrouble;
}): ReactNode {
  const cap = `cap ${clockTime(site.capSeconds)} a side`;
  switch (dose.method) {
    case 'timed':
    case 'strokes':
    case 'brief':
    case 'pincer':
    case 'circles':
    case 'cross-grain':
    case 'slow-roll':
    case 'search':
      return (
        <Seconds
          label="hold"
          name="The hold time"
          field="hold"
          value={dose.holdSeconds}
          beside={`s, ${cap}`}
          onValue={(holdSeconds) => onDose({ ...dose, holdSeconds })}
          onTrouble={onTrouble}
        />
      );
    case 'press-and-move': {
      const movements = movementsIn(site.region);
      return (
        <>
          <Seconds
            label="hold"
            name="The hold time"
            field="hold"
            value={dose.holdSeconds}
            beside={`s, ${cap}`}
            onValue={(holdSeconds) => onDose({ ...dose, holdSeconds })}
            onTrouble={onTrouble}
          />
          {movements.length > 0 && (
            <Choice
              inLine
              legend="moving"
              value={dose.movement ?? ''}
              options={[
                { value: '', label: 'as the words say' },
                ...movements.map((id) => ({ value: id, label: MOVEMENTS[id].name })),
              ]}
              onChoose={(id) => onDose({ ...dose, movement: id === '' ? undefined : id })}
            />
          )}
        </>
      );
    }
    case 'fade':
      return (
        <>
          <Seconds
            label="at least"
            name="The least hold time"
            field="least"
            value={dose.minSeconds}
            beside="s"
            onValue={(minSeconds) => onDose({ ...dose, minSeconds })}
            onTrouble={onTrouble}
          />
          <Seconds
            label="at most"
            name="The longest hold time"
            field="most"
            value={dose.capSeconds}
            beside={`s, ${cap}`}
            onValue={(capSeconds) => onDose({ ...dose, capSeconds })}
            onTrouble={onTrouble}
          />
        </>
      );
    case 'build-up':
      return (
        <>
          <Seconds
            label="at first"
            name="The first hold time"
            field="least"
            value={dose.fromSeconds}
            beside="s"
            onValue={(fromSeconds) => onDose({ ...dose, fromSeconds })}
            onTrouble={onTrouble}
          />
          <Seconds
            label="later up to"
            name="The later hold time"
            field="most"
            value={dose.toSeconds}
            beside={`s, ${cap}`}
            onValue={(toSeconds) => onDose({ ...dose, toSeconds })}
            onTrouble={onTrouble}
          />
        </>
      );
    case 'glide':
      return (
        <>
          <TypedNumber
            label="strokes"
            value={dose.strokes}
            beside="slow ones"
            parse={(text) => parseCount(text, { name: 'Strokes', least: 1, most: 30 })}
            onValue={(strokes) => onDose({ ...dose, strokes })}
            onTrouble={(says) => onTrouble('least', says)}
          />
          <Seconds
            label="one takes"
            name="The time of a stroke"
            field="most"
            value={dose.strokeSeconds}
            beside={`s, ${cap}`}
            onValue={(strokeSeconds) => onDose({ ...dose, strokeSeconds })}
            onTrouble={onTrouble}
          />
        </>
      );
    case 'knead':
      return (
        <>
          <TypedNumber
            label="squeezes"
            value={dose.squeezes}
            beside="a spot"
            parse={(text) => parseCount(text, { name: 'Squeezes', least: 1, most: 30 })}
            onValue={(squeezes) => onDose({ ...dose, squeezes })}
            onTrouble={(says) => onTrouble('least', says)}
          />
          <Seconds
            label="one takes"
            name="The time of a squeeze"
            field="most"
            value={dose.squeezeSeconds}
            beside={`s, ${cap}`}
            onValue={(squeezeSeconds) => onDose({ ...dose, squeezeSeconds })}
            onTrouble={onTrouble}
          />
        </>
      );
    case 'pin-and-glide':
      return (
        <>
          <TypedNumber
            label="bends"
            value={dose.bends}
            beside="slow ones"
            parse={(text) => parseCount(text, { name: 'Bends', least: 1, most: 30 })}
            onValue={(bends) => onDose({ ...dose, bends })}
            onTrouble={(says) => onTrouble('least', says)}
          />
          <Seconds
            label="at each end"
            name="The time at the end of a bend"
            field="most"
            value={dose.bendSeconds}
            beside="s"
            onValue={(bendSeconds) => onDose({ ...dose, bendSeconds })}
            onTrouble={onTrouble}
          />
        </>
      );
    case 'sweep':
      return (
        <Seconds
          label="sweep"
          name="The sweep time"
          field="sweep"
          value={dose.sweepSeconds}
          beside={`s, ${cap}`}
          onValue={(sweepSeconds) => onDose({ ...dose, sweepSeconds })}
          onTrouble={onTrouble}
        />
      );
  }
}
