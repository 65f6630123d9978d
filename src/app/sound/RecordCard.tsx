import Mic from 'lucide-react/icons/mic';
import Square from 'lucide-react/icons/square';
import { useEffect, useRef, useState } from 'react';
import { foleySound, writeWav } from '../../core/sound/index.ts';
import { say } from '../frame/saying.ts';
import { Button } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { type Device, devicesOf, SIMULATED } from '../parts/devices.ts';
import { sentence } from '../parts/files.ts';
import { useOpenShot, usePlay } from '../session/open-shot.ts';
import { importSound } from './import-sound.ts';
import { MicrophoneTaker } from './microphone.ts';

const COUNTS = [0, 3, 4];
const BEAT_MS = 600;
const TRACK_NAME = 'Takes';

type State = { kind: 'ready' } | { kind: 'counting'; left: number } | { kind: 'recording' };

/** Recording by microphone while the shot plays: count-in, level, takes kept one over the other. */
export function RecordCard() {
  const open = useOpenShot();
  const [list, setList] = useState<Device[]>([]);
  const [chosen, setChosen] = useState('');
  const [count, setCount] = useState(3);
  const [state, setState] = useState<State>({ kind: 'ready' });
  const [takes, setTakes] = useState(0);
  const level = useRef<HTMLDivElement>(null);
  const taker = useRef<MicrophoneTaker | null>(null);
  const from = useRef(0);
  /** Ends the take that is being recorded; null while none is. */
  const ending = useRef<(() => Promise<void>) | null>(null);
  const playing = usePlay((play) => play.state);
  useEffect(() => {
    void devicesOf('audioinput').then((found) => {
      setList(found);
      setChosen((now) => now || found[0].id || SIMULATED);
    });
  }, []);
  useEffect(() => {
    if (!chosen) return;
    let here = true;
    MicrophoneTaker.open(open.sound.context, chosen)
      .then((opened) => {
        if (!here) {
          opened.close();
          return;
        }
        taker.current = opened;
        opened.onLevel = (loud) => {
          if (level.current) level.current.style.width = `${Math.round(100 * Math.min(1, loud))}%`;
        };
      })
      .catch((error) => {
        if (!here) return;
        say(sentence(error));
        if (chosen !== SIMULATED) setChosen(SIMULATED);
      });
    return () => {
      here = false;
      // Going elsewhere ends the take; what was said till then is kept.
      void ending.current?.();
      taker.current?.close();
      taker.current = null;
    };
  }, [chosen, open]);

  const begin = async () => {
    taker.current?.start();
    from.current = open.view.getState().frame;
    ending.current = finish;
    setState({ kind: 'recording' });
    await open.player.play(true);
  };
  // Counts in, a tick each time.
  // biome-ignore lint/correctness/useExhaustiveDependencies: a count goes on from its own state alone
  useEffect(() => {
    if (state.kind !== 'counting') return;
    const rate = open.sound.context.sampleRate;
    void open.sound.tryOut({ channels: [foleySound('wood-tap').make(rate)], rate });
    const timer = setTimeout(() => {
      if (state.left > 1) setState({ kind: 'counting', left: state.left - 1 });
      else void begin();
    }, BEAT_MS);
    return () => clearTimeout(timer);
  }, [state]);

  const finish = async () => {
    if (!ending.current) return;
    ending.current = null;
    setState({ kind: 'ready' });
    open.player.stop();
    const take = taker.current?.stop();
    const { began } = open.player;
    if (!take || !began) {
      say('Nothing was heard. Check the microphone, then record again.');
      return;
    }
    const number = takes + 1;
    const { fps } = open.session.shot;
    // What was said before the shot ran is left out, but kept in the file.
    const lead = Math.max(0, began.time - take.begin);
    const late = Math.max(0, take.begin - began.time);
    const frame = began.frame + Math.round(late * fps);
    const file = new File([writeWav([take.samples], take.rate)], `take ${number}.wav`, { type: 'audio/wav' });
    try {
      const come = await importSound(open, file, {
        frame,
        part: { in: Math.min(lead, take.samples.length / take.rate), out: take.samples.length / take.rate },
        track: TRACK_NAME,
      });
      if (!come) return;
      setTakes(number);
      open.view.setState({ clip: come.clip, frame: from.current });
      // The takes before stay, silent, so that the new one is heard alone.
      open.session.change('mute earlier takes', (shot) => {
        for (const { clips } of shot.tracks)
          for (const clip of clips)
            if (/^take \d+$/.test(clip.name) && clip.id !== come.clip && Math.abs(clip.frame - frame) < 2)
              clip.muted = true;
      });
      if (come.fault) say(come.fault);
    } catch (error) {
      say(sentence(error));
    }
  };
  const busy = useRef(false);
  // The take ends with the playing: at the range's end without loop, or when the hand stops it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: told by the player alone
  useEffect(() => {
    if (state.kind !== 'recording') {
      busy.current = false;
      return;
    }
    if (playing !== 'rest') busy.current = true;
    else if (busy.current) void finish();
  }, [playing, state]);

  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 p-3 text-sm">
      <ChoiceList
        label="Microphone"
        className="max-w-56"
        disabled={state.kind !== 'ready'}
        value={chosen}
        options={list.map(({ id, name }) => [id, name])}
        onChoose={setChosen}
      />
      <div className="h-2 w-40 overflow-hidden rounded-full bg-rule" role="img" aria-label="Level of the microphone">
        <div ref={level} className="h-full bg-fine" style={{ width: 0 }} />
      </div>
      <ChoiceList
        label="Count-in of the take"
        disabled={state.kind !== 'ready'}
        value={String(count)}
        options={COUNTS.map((beats) => [String(beats), beats === 0 ? 'at once' : `count ${beats} in`])}
        onChoose={(beats) => setCount(Number(beats))}
      />
      {state.kind === 'ready' ? (
        <Button
          look="main"
          icon={<Mic size={14} />}
          onClick={() => (count === 0 ? void begin() : setState({ kind: 'counting', left: count }))}
        >
          Record from this frame
        </Button>
      ) : (
        <Button
          look="danger"
          icon={<Square size={13} fill="currentColor" />}
          onClick={() => (state.kind === 'counting' ? setState({ kind: 'ready' }) : void finish())}
        >
          Stop
        </Button>
      )}
      {state.kind === 'counting' && (
        <output className="font-title text-2xl font-bold text-accent" aria-label="Count">
          {state.left}
        </output>
      )}
      {state.kind === 'recording' && (
        <output className="rounded bg-attention px-2 py-0.5 font-medium text-white">recording</output>
      )}
      <p className="w-full text-second">
        The shot plays while you speak. Every take is kept on the track “{TRACK_NAME}”; earlier ones at the same place
        are muted.
      </p>
    </div>
  );
}
