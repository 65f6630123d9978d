import type { Answer, Ask } from '../../core/export/index.ts';
import { Chooser, NumberBox, Tick } from './Group.tsx';
import type { OrderInHand } from './use-order.ts';

function Question({ ask, answer, onAnswer }: { ask: Ask; answer: Answer; onAnswer(answer: Answer): void }) {
  if (ask.kind === 'yes') return <Tick label={ask.name} on={answer === true} onChange={onAnswer} />;
  if (ask.kind === 'choice')
    return <Chooser label={ask.name} value={String(answer)} of={Object.entries(ask.of)} onChange={onAnswer} />;
  if (ask.kind === 'number')
    return (
      <NumberBox
        label={ask.unit ? `${ask.name}, ${ask.unit}` : ask.name}
        value={Number(answer)}
        onChange={(value) => onAnswer(Number.isNaN(value) ? ask.min - 1 : value)}
      />
    );
  return (
    <label className="flex flex-col gap-0.5 text-sm text-second">
      {ask.name}
      <input
        aria-label={ask.name}
        className="h-8 rounded-md border border-rule bg-white px-2 text-base text-ink"
        maxLength={ask.most}
        value={String(answer)}
        onChange={(event) => onAnswer(event.target.value)}
      />
    </label>
  );
}

/** What the format asks besides. */
export function Asked({ inHand: { asks, wishes, choose } }: { inHand: OrderInHand }) {
  return Object.entries(asks).map(([key, ask]) => (
    <Question key={key} ask={ask} answer={wishes[key]} onAnswer={(answer) => choose({ [key]: answer })} />
  ));
}
