/** Parts of the interface that are loaded when they are first shown, or before that while nobody is waiting for anything. */
import { type ComponentType, useEffect, useState } from 'react';

const loaders = new Set<() => Promise<void>>();

/**
 * A component of a file of its own, shown as soon as that file is there: at once when `loadTheRest` was there first.
 * (React's own `lazy` holds what came late back for up to 0.3 s, which is felt at a tool's options.) `Waiting` stands in
 * its place until then. A file that cannot be loaded is an error of this component, for the boundary around it; it is
 * asked for again when the component is shown again.
 */
export function later<Props extends object>(
  load: () => Promise<{ default: ComponentType<Props> }>,
  Waiting: ComponentType = () => null,
): ComponentType<Props> {
  let Loaded: ComponentType<Props> | null = null;
  const loadOnce = async () => {
    Loaded ??= (await load()).default;
    loaders.delete(loadOnce);
  };
  loaders.add(loadOnce);
  return function Later(props: Props) {
    const [, setHere] = useState(Loaded !== null);
    useEffect(() => {
      let gone = false;
      loadOnce().then(
        () => gone || setHere(true),
        (reason) =>
          gone ||
          setHere(() => {
            throw reason;
          }),
      );
      return () => {
        gone = true;
      };
    }, []);
    return Loaded ? <Loaded {...props} /> : <Waiting />;
  };
}

/** The first line is drawn with what is there by then; only afterwards the rest may take the net and the processor. */
const REST_AFTER_MS = 4000;

/** Loads all parts one after another, each in an idle moment. Returns what stops it. */
export function loadTheRest(): () => void {
  let stopped = false;
  const idle = () =>
    new Promise<void>((done) => {
      if (typeof requestIdleCallback === 'function') requestIdleCallback(() => done(), { timeout: 1000 });
      else setTimeout(done, 50);
    });
  const timer = setTimeout(async () => {
    for (const load of [...loaders]) {
      await idle();
      if (stopped) return;
      // A part that does not come now is asked for again when it is shown.
      await load().catch(() => undefined);
    }
  }, REST_AFTER_MS);
  return () => {
    stopped = true;
    clearTimeout(timer);
  };
}
