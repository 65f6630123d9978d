import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import { Link } from 'react-router';
import { useStore } from 'zustand';
import { COMMANDS } from '../commands/index.ts';
import { keyHint, ownKeys } from '../commands/own-keys.ts';
import { db } from '../library.ts';
import { Hint } from '../parts/Button.tsx';
import { PageHeader } from '../parts/PageHeader.tsx';
import { hasWords } from '../parts/search.ts';
import { COMMAND_HELP } from '../words/command-help.ts';
import { HELP, type HelpChapter } from '../words/help.ts';

/** One of the demo for each chapter that has one, by its id. */
const PICTURES: Record<string, string> = Object.fromEntries(
  Object.entries(import.meta.glob<string>('./pictures/*.webp', { eager: true, query: '?url', import: 'default' })).map(
    ([path, url]) => [path.replace(/^.*\/|\.webp$/g, ''), url],
  ),
);

/** Help, in the order of the work: each step with its keys as they are now, each chapter leading to where it is done. */
export default function HelpView() {
  const [words, setWords] = useState('');
  useStore(ownKeys.store);
  // The shot worked on last is where a chapter leads.
  const shot = useLiveQuery(
    () =>
      db.shots
        .orderBy('changedAt')
        .reverse()
        .filter(({ removedAt }) => removedAt === 0)
        .first(),
    [],
  );
  const found = COMMANDS.filter(({ id, name }) => hasWords(`${name} ${COMMAND_HELP[id] ?? ''}`, words));
  return (
    <main className="min-h-full">
      <div className="mx-auto max-w-4xl px-6 py-6">
        <PageHeader title="Help, in the order of the work">
          <input
            type="search"
            aria-label="Look for what you want to do"
            placeholder="what do you want to do?"
            className="ml-auto h-8 w-72 rounded-md border border-edge bg-field px-2"
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
        </PageHeader>
        {words.trim() !== '' ? (
          <ul aria-label="Commands that were found" className="flex flex-col gap-1">
            {found.map((command) => (
              <li key={command.id} className="flex items-baseline gap-3 border-b border-rule/60 py-1">
                <b className="w-64 shrink-0 font-medium">{command.name}</b>
                <span className="min-w-0 flex-1 text-second">{COMMAND_HELP[command.id]}</span>
                <Key id={command.id} />
              </li>
            ))}
            {found.length === 0 && <li className="text-second">Nothing is called so. Try another word.</li>}
          </ul>
        ) : (
          <>
            <nav aria-label="Chapters" className="mb-5 flex flex-wrap gap-x-4 gap-y-1">
              {HELP.map(({ id, title }) => (
                <a key={id} href={`#${id}`} className="text-accent underline">
                  {title}
                </a>
              ))}
            </nav>
            {HELP.map((chapter) => (
              <Chapter key={chapter.id} chapter={chapter} shot={shot?.id} />
            ))}
          </>
        )}
      </div>
    </main>
  );
}

function Key({ id }: { id: string }) {
  const command = COMMANDS.find((each) => each.id === id);
  const key = command && keyHint(command);
  if (!key) return null;
  return (
    <Hint text={COMMAND_HELP[id]}>
      <kbd className="rounded border border-rule bg-field px-1.5 font-mono text-sm whitespace-nowrap">{key}</kbd>
    </Hint>
  );
}

function Chapter({ chapter: { id, title, view, about, steps }, shot }: { chapter: HelpChapter; shot?: string }) {
  return (
    <section id={id} aria-labelledby={`${id}-title`} className="mb-6 rounded-md border border-rule bg-panel p-4">
      <div className="mb-1 flex items-baseline gap-3">
        <h2 id={`${id}-title`} className="font-title text-lg font-semibold">
          {title}
        </h2>
        {shot && (
          <Link to={`/shot/${shot}/${view}`} className="text-accent underline">
            Go there
          </Link>
        )}
      </div>
      <p className="mb-2 text-second">{about}</p>
      <div className="flex flex-wrap items-start gap-4">
        <ol className="flex min-w-72 flex-1 list-decimal flex-col gap-1.5 pl-5">
          {steps.map(({ words, commands }) => (
            <li key={words}>
              <span className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
                <span>{words}</span>
                {commands.map((command) => (
                  <Key key={command} id={command} />
                ))}
              </span>
            </li>
          ))}
        </ol>
        {PICTURES[id] && (
          <img
            src={PICTURES[id]}
            alt={`${title}: how it looks with the demo`}
            loading="lazy"
            className="w-96 max-w-full rounded border border-rule"
          />
        )}
      </div>
    </section>
  );
}
