import { useEffect, useRef, useState } from 'react';
import { say } from '../frame/saying.ts';
import { Button } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { type Device, devicesOf, SIMULATED } from '../parts/devices.ts';
import { sentence } from '../parts/files.ts';
import { openCamera } from './camera.ts';

const COUNTS = [0, 3, 5];
/** Longest take, seconds: it ends by itself then. */
const LONGEST = 120;

type State = { kind: 'ready' } | { kind: 'counting'; left: number } | { kind: 'recording'; seconds: number };

/** The camera's picture, a count-in, and the take as a file. */
export function Record({ onTake, onClose }: { onTake(file: File): void; onClose(): void }) {
  const [list, setList] = useState<Device[]>([]);
  const [camera, setCamera] = useState(SIMULATED);
  const [stream, setStream] = useState<MediaStream | null>(null);
  const [count, setCount] = useState(3);
  const [state, setState] = useState<State>({ kind: 'ready' });
  const picture = useRef<HTMLVideoElement>(null);
  const recorder = useRef<MediaRecorder | null>(null);
  const take = useRef(0);
  useEffect(() => {
    void devicesOf('videoinput').then((found) => {
      setList(found);
      setCamera(found[0].id);
    });
  }, []);
  useEffect(() => {
    let here = true;
    let opened: MediaStream | null = null;
    openCamera(camera)
      .then((next) => {
        // Left before it was open: nobody looks any more, so nothing may go on filming.
        if (!here) {
          for (const track of next.getTracks()) track.stop();
          return;
        }
        opened = next;
        setStream(next);
        if (picture.current) picture.current.srcObject = next;
      })
      .catch((error) => {
        if (!here) return;
        say(sentence(error));
        if (camera !== SIMULATED) setCamera(SIMULATED);
      });
    return () => {
      here = false;
      recorder.current?.stop();
      for (const track of opened?.getTracks() ?? []) track.stop();
    };
  }, [camera]);
  // Counts in, then counts the take's seconds.
  useEffect(() => {
    if (state.kind === 'ready') return;
    const timer = setTimeout(() => {
      if (state.kind === 'recording') {
        if (state.seconds + 1 >= LONGEST) recorder.current?.stop();
        setState({ kind: 'recording', seconds: state.seconds + 1 });
      } else if (state.left > 1) setState({ kind: 'counting', left: state.left - 1 });
      else begin();
    }, 1000);
    return () => clearTimeout(timer);
  });
  const begin = () => {
    if (!stream) return;
    const parts: Blob[] = [];
    const made = new MediaRecorder(stream, { mimeType: 'video/webm', videoBitsPerSecond: 8_000_000 });
    made.ondataavailable = ({ data }) => parts.push(data);
    made.onstop = () => {
      recorder.current = null;
      take.current++;
      onTake(new File(parts, `take ${take.current}.webm`, { type: 'video/webm' }));
    };
    made.onerror = () => say('The camera stopped. Check that it is still there, then record again.');
    recorder.current = made;
    made.start();
    setState({ kind: 'recording', seconds: 0 });
  };
  const stop = () => {
    recorder.current?.stop();
    setState({ kind: 'ready' });
  };
  return (
    <section
      aria-label="Record yourself"
      className="flex min-h-0 flex-1 flex-col items-center gap-3 overflow-y-auto bg-lower p-4 text-sm"
    >
      <div className="relative">
        <video
          ref={picture}
          autoPlay
          muted
          playsInline
          className="h-[min(360px,45vh)] rounded border border-rule bg-surround"
        />
        {state.kind === 'counting' && (
          <output className="absolute inset-0 flex items-center justify-center text-[6rem] font-bold text-paper [text-shadow:0_0_12px_rgba(42,41,36,0.8)]">
            {state.left}
          </output>
        )}
        {state.kind === 'recording' && (
          <output className="absolute top-2 left-2 rounded bg-attention px-2 py-0.5 font-mono text-white tabular">
            recording {state.seconds} s
          </output>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <ChoiceList
          label="Camera"
          className="!h-7"
          disabled={state.kind !== 'ready'}
          value={camera}
          options={list.map(({ id, name }) => [id, name])}
          onChoose={setCamera}
        />
        <ChoiceList
          label="Count-in"
          className="!h-7"
          disabled={state.kind !== 'ready'}
          value={String(count)}
          options={COUNTS.map((seconds) => [String(seconds), seconds === 0 ? 'at once' : `count ${seconds} in`])}
          onChoose={(seconds) => setCount(Number(seconds))}
        />
        {state.kind === 'ready' ? (
          <Button
            look="main"
            disabled={!stream}
            onClick={() => (count === 0 ? begin() : setState({ kind: 'counting', left: count }))}
          >
            Record
          </Button>
        ) : (
          <Button look="main" onClick={stop}>
            Stop
          </Button>
        )}
        <Button look="quiet" onClick={onClose}>
          Leave it
        </Button>
      </div>
      <p className="text-second">
        The take comes in like any clip: you choose its pictures first. A take is at most {LONGEST} seconds long.
      </p>
    </section>
  );
}
