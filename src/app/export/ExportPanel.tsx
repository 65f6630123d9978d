import { validateSync } from 'class-validator';
import Download from 'lucide-react/icons/download';
import { Popover } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import { HexColorInput, HexColorPicker } from 'react-colorful';
import {
  ExportOptions,
  FORMATS,
  formatOf,
  gifFrames,
  gifRuns,
  MOST_GIF_RATE,
  pictureRuns,
} from '../../core/export/index.ts';
import { leftOut } from '../../core/picture/index.ts';
import { isHeard, lengthInWords, newId, type Shot } from '../../core/shot/index.ts';
import { Button } from '../parts/Button.tsx';
import { NumberInput } from '../parts/NumberInput.tsx';
import { Progress } from '../parts/Progress.tsx';
import { useOpenShot, useShot, useView, wholeShot } from '../session/open-shot.ts';

interface ExportPanelProps {
  options: ExportOptions;
  /** Part done while writing; null at rest. */
  part: number | null;
  onChoose(options: Partial<ExportOptions>): void;
  onWrite(): void;
  onStop(): void;
}

function Group({ name, children }: { name: string; children: ReactNode }) {
  return (
    <fieldset className="flex flex-col gap-2 border-b border-rule px-4 py-3">
      <legend className="float-left mb-1 w-full font-semibold">{name}</legend>
      {children}
    </fieldset>
  );
}

/** A number with its name above it. What cannot be is said below the panel, not put right while one types. */
function NumberBox({ label, value, onChange }: { label: string; value: number; onChange(value: number): void }) {
  return (
    <div className="flex flex-1 flex-col gap-0.5 text-sm text-second">
      <span aria-hidden="true">{label}</span>
      <NumberInput label={label} look="field" className="w-full" value={value} onTyped={onChange} />
    </div>
  );
}

/** The first thing wrong with the options, in a sentence; empty when they can be written. */
function complaint(options: ExportOptions): string {
  const [error] = validateSync(Object.assign(new ExportOptions(), options));
  return error ? Object.values(error.constraints ?? {})[0] : '';
}

export function ExportPanel({ options, part, onChoose, onWrite, onStop }: ExportPanelProps) {
  const { session } = useOpenShot();
  const shot = useShot(wholeShot);
  const range = useView((state) => state.range);
  const [gesture, setGesture] = useState('');
  const wrong = complaint(options);
  const out = leftOut(shot);
  const percent = Math.round((options.width / shot.width) * 1000) / 10;
  const frames = options.to - options.from + 1;
  const withPictures = formatOf(options.format).pictures;
  const pictures = wrong ? 0 : pictureRuns(shot, options.from, options.to).length;
  const whole = options.from === 0 && options.to === shot.length - 1;
  const background = (label: string, recipe: (draft: { colour: string; transparent: boolean }) => void, joined = '') =>
    session.change(label, (draft) => recipe(draft.background), joined);
  return (
    <aside
      aria-label="Export"
      className="flex w-[336px] shrink-0 flex-col overflow-y-auto border-l border-rule bg-panel"
    >
      <Group name="Format">
        <div className="grid grid-cols-2 gap-1" role="group" aria-label="Format">
          {FORMATS.map((format) => (
            <Button
              key={format.id}
              className="flex-1"
              look={options.format === format.id ? 'main' : 'plain'}
              aria-pressed={options.format === format.id}
              onClick={() => onChoose({ format: format.id })}
            >
              {format.name}
            </Button>
          ))}
        </div>
        {options.format === 'gif' && (
          <label className="flex items-center gap-1.5 text-sm">
            <input
              type="checkbox"
              checked={options.joinHolds}
              onChange={(event) => onChoose({ joinHolds: event.target.checked })}
            />
            Write a held picture once (smaller file, same timing)
          </label>
        )}
        {options.format === 'png' && shot.tracks.length > 0 && (
          <label className="flex items-center gap-1.5 text-sm">
            <input
              type="checkbox"
              checked={options.withSound}
              onChange={(event) => onChoose({ withSound: event.target.checked })}
            />
            The sound beside them as a WAV, as long as they are
          </label>
        )}
        {options.format === 'gif' && shot.fps > MOST_GIF_RATE && (
          <p className="text-sm text-attention">
            A GIF shows at most {MOST_GIF_RATE} pictures a second: some of the {shot.fps} are left out, the length
            stays.
          </p>
        )}
      </Group>
      <Group name="Frames">
        <div className="flex gap-1">
          <Button
            className="flex-1"
            look={whole ? 'main' : 'plain'}
            aria-pressed={whole}
            onClick={() => onChoose({ from: 0, to: shot.length - 1 })}
          >
            Whole shot
          </Button>
          <Button className="flex-1" disabled={!range} onClick={() => range && onChoose(range)}>
            Playing range
          </Button>
        </div>
        <div className="flex gap-2">
          <NumberBox label="From frame" value={options.from + 1} onChange={(value) => onChoose({ from: value - 1 })} />
          <NumberBox label="To frame" value={options.to + 1} onChange={(value) => onChoose({ to: value - 1 })} />
        </div>
      </Group>
      {withPictures && (
        <>
          <Group name="Size">
            <div className="flex items-end gap-2">
              <NumberBox
                label="Width"
                value={options.width}
                onChange={(width) =>
                  onChoose({ width, height: Math.max(1, Math.round((width * shot.height) / shot.width)) })
                }
              />
              <NumberBox
                label="Height"
                value={options.height}
                onChange={(height) =>
                  onChoose({ height, width: Math.max(1, Math.round((height * shot.width) / shot.height)) })
                }
              />
              <NumberBox
                label="Per cent"
                value={percent}
                onChange={(value) =>
                  onChoose({
                    width: Math.max(1, Math.round((shot.width * value) / 100)),
                    height: Math.max(1, Math.round((shot.height * value) / 100)),
                  })
                }
              />
            </div>
            <div className="flex gap-1">
              {[100, 50, 25].map((value) => (
                <Button
                  key={value}
                  className="flex-1"
                  look={percent === value ? 'main' : 'plain'}
                  onClick={() =>
                    onChoose({
                      width: Math.round((shot.width * value) / 100),
                      height: Math.round((shot.height * value) / 100),
                    })
                  }
                >
                  {value} %
                </Button>
              ))}
            </div>
          </Group>
          <Group name="Background">
            <div className="flex items-center gap-3">
              <Popover.Root onOpenChange={(open) => open && setGesture(`background ${newId()}`)}>
                <Popover.Trigger
                  aria-label="Background colour"
                  disabled={options.transparent}
                  className="h-7 w-12 rounded border border-ink/30 disabled:opacity-30"
                  style={{ background: options.colour }}
                />
                <Popover.Portal>
                  <Popover.Content
                    side="left"
                    sideOffset={8}
                    className="z-50 rounded-md border border-rule bg-panel p-3 shadow-lg"
                  >
                    <HexColorPicker
                      color={options.colour}
                      onChange={(colour) =>
                        background('background colour', (draft) => void (draft.colour = colour), gesture)
                      }
                    />
                    <HexColorInput
                      aria-label="Background colour as hexadecimal"
                      className="mt-2 h-8 w-full rounded-md border border-rule bg-white px-2 font-mono"
                      prefixed
                      color={options.colour}
                      onChange={(colour) =>
                        background('background colour', (draft) => void (draft.colour = colour), gesture)
                      }
                    />
                  </Popover.Content>
                </Popover.Portal>
              </Popover.Root>
              <label className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={options.transparent}
                  onChange={(event) =>
                    background('transparent background', (draft) => void (draft.transparent = event.target.checked))
                  }
                />
                Transparent
              </label>
            </div>
            <p className="text-sm text-second">
              The paper on the desk shows the same.
              {options.transparent &&
                options.format === 'gif' &&
                ' GIF knows only clear or not: soft edges become hard.'}
            </p>
          </Group>
        </>
      )}
      {options.format !== 'wav' ? (
        <Group name="Left out">
          {out.length === 0 ? (
            <p className="text-sm text-second">Nothing: every layer is delivered.</p>
          ) : (
            <ul className="text-sm" aria-label="Layers left out">
              {out.map(({ layer, why }) => (
                <li key={layer.id} className="flex justify-between gap-2">
                  <span className="truncate">{layer.name}</span>
                  <span className="whitespace-nowrap text-second">{why}</span>
                </li>
              ))}
            </ul>
          )}
        </Group>
      ) : (
        <SoundGroup />
      )}
      <div className="mt-auto flex flex-col gap-2 px-4 py-3">
        {wrong ? (
          <p role="alert" className="text-sm text-attention">
            {wrong}
          </p>
        ) : (
          <p className="text-sm text-second">
            {frames} frames ({lengthInWords(frames, shot.fps)})
            {withPictures && (
              <>
                , {options.format === 'gif' ? gifPictures(shot, options) : frames} pictures written
                {options.format === 'png' && pictures < frames ? `, ${pictures} of them different` : ''},{' '}
                {options.width} x {options.height}
              </>
            )}
            .
          </p>
        )}
        {part === null ? (
          <Button look="main" className="!h-9" icon={<Download size={16} />} disabled={wrong !== ''} onClick={onWrite}>
            Write {formatOf(options.format).thing}
          </Button>
        ) : (
          <div className="flex items-center gap-2">
            <Progress label="Written" share={part} className="h-2 flex-1" />
            <span className="w-10 text-right font-mono text-sm tabular">{Math.round(part * 100)} %</span>
            <Button onClick={onStop}>Stop</Button>
          </div>
        )}
      </div>
    </aside>
  );
}

/** How many pictures a GIF is written in. */
const gifPictures = (shot: Shot, options: ExportOptions) =>
  gifFrames(
    gifRuns(shot, options).map(({ frames }) => frames),
    shot.fps,
  ).length;

/** What of the sound is delivered: what is heard, and what is not. */
function SoundGroup() {
  const shot = useShot(wholeShot);
  const silent = shot.tracks.filter((track) => !isHeard(shot, track));
  return (
    <Group name="Sound">
      <p className="text-sm text-second">
        {shot.tracks.length === 0
          ? 'There is no sound in this shot: the file will be silent.'
          : 'All that is heard when the shot plays, left and right, 16 bit.'}
      </p>
      {silent.length > 0 && (
        <ul className="text-sm" aria-label="Tracks left out">
          {silent.map(({ id, name, muted }) => (
            <li key={id} className="flex justify-between gap-2">
              <span className="truncate">{name}</span>
              <span className="text-second">{muted ? 'muted' : 'another track is solo'}</span>
            </li>
          ))}
        </ul>
      )}
    </Group>
  );
}
