import type { Answer, Ask } from '../../core/export/index.ts';
import { Tick } from '../parts/Tick.tsx';
import { Chooser, NumberBox } from './Group.tsx';
import type { OrderInHand } from './use-order.ts';

function Question({ ask, answer, onAnswer }: { ask: Ask; answer: Answer; onAnswer(answer: Answer): void }) {
  if (ask.kind === 'yes') return <Tick label={ask.name} checked={answer === true} onChange={onAnswer} />;
  if (ask.kind === 'choice')
    return <Chooser label={ask.name} value={String(answer)} of={Object.entries(ask.of)} onChange={onAnswer} />;
  return (
    <NumberBox
      label={ask.unit ? `${ask.name}, ${ask.unit}` : ask.name}
      value={Number(answer)}
      onChange={(value) => onAnswer(Number.isNaN(value) ? ask.min - 1 : value)}
    />
  );
}

/** What the format asks besides. */
export function Asked({ inHand: { asks, wishes, choose } }: { inHand: OrderInHand }) {
  const asked = Object.entries(asks).filter(([, { only }]) => !only || wishes[only.key] === only.is);
  return (
    <div className="grid grid-cols-2 gap-2">
      {asked.map(([key, ask]) => (
        <div key={key} className={ask.kind === 'number' ? '' : 'col-span-2'}>
          <Question ask={ask} answer={wishes[key]} onAnswer={(answer) => choose({ [key]: answer })} />
        </div>
      ))}
    </div>
  );
}
