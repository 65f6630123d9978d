import { useEffect, useRef } from 'react';
import { useLocation } from 'react-router';
import { useStore } from 'zustand';
import { useCommand, useCommands } from '../commands/context.ts';
import { keyHint, ownKeys } from '../commands/own-keys.ts';
import { db } from '../library.ts';
import { Button } from '../parts/Button.tsx';
import { deliveries } from '../session/deliveries.ts';
import { useOpenShot } from '../session/open-shot.ts';
import { GUIDED, guided, type Since } from './guided.ts';

/** Brings the view, the layer and the frame of a step into hand. */
function useGoThere(step: number) {
  const { session, view } = useOpenShot();
  const { go } = useCommands();
  return () => {
    const { view: path, layer, frame } = GUIDED[step];
    const there = session.shot.layers.find(({ name }) => name === layer);
    view.setState({
      ...(there ? { layerId: there.id } : {}),
      ...(frame !== undefined ? { frame: Math.min(frame, session.shot.length - 1) } : {}),
      selection: null,
    });
    go(path);
  };
}

/** The step of the three minutes that is to be done, above the foot of the window. It is done by doing it. */
export function GuidedLine() {
  const step = useStore(guided.store, (state) => state.step);
  if (step < 0) return null;
  return <Step key={step} step={step} />;
}

function Step({ step }: { step: number }) {
  const { session, view } = useOpenShot();
  const leave = useCommand('guided');
  const { commands } = useCommands();
  const { pathname } = useLocation();
  const goThere = useGoThere(step);
  useStore(ownKeys.store);
  const since = useRef<Since | null>(null);
  const { title, words, commands: ids, view: path, done } = GUIDED[step];
  useEffect(() => {
    const start: Since = { shot: session.whole, frames: 0, deliveries: deliveries.state.getState().all.length };
    since.current = start;
    const look = () => {
      if (!done(start, session.whole)) return;
      const next = step + 1 < GUIDED.length ? step + 1 : -1;
      void guided.put(db, { step: next, known: next < 0 ? 1 : guided.get().known });
    };
    const ends = [
      session.subscribe(look),
      view.subscribe(({ frame }, before) => {
        if (frame === before.frame) return;
        start.frames++;
        look();
      }),
      deliveries.state.subscribe(look),
    ];
    return () => {
      for (const end of ends) end();
    };
  }, [session, view, step, done]);
  return (
    <section
      aria-label="Three minutes"
      className="flex min-h-9 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-t border-accent bg-wash px-3 py-1 text-sm"
    >
      <ol aria-label="Steps" className="flex gap-1">
        {GUIDED.map((each, i) => (
          <li
            key={each.title}
            aria-current={i === step ? 'step' : undefined}
            className={`rounded-full px-2 ${i === step ? 'bg-accent font-medium text-white' : i < step ? 'text-second line-through' : 'text-second'}`}
          >
            {each.title}
          </li>
        ))}
      </ol>
      <p aria-live="polite" className="min-w-0 flex-1">
        <span className="sr-only">{title}: </span>
        {words}{' '}
        {ids.map((id) => {
          const command = commands.find((each) => each.id === id);
          return (
            command && (
              <kbd key={id} className="mr-1 rounded border border-rule bg-field px-1 font-mono text-xs">
                {keyHint(command)}
              </kbd>
            )
          );
        })}
      </p>
      {!pathname.endsWith(`/${path}`) || step === 0 ? (
        <Button className="!h-6" onClick={goThere}>
          Take me there
        </Button>
      ) : null}
      <Button
        look="quiet"
        className="!h-6"
        onClick={() => void guided.put(db, { step: step + 1 < GUIDED.length ? step + 1 : -1 })}
      >
        Next
      </Button>
      <Button look="quiet" className="!h-6" onClick={leave.run}>
        Leave ({leave.keys})
      </Button>
    </section>
  );
}
