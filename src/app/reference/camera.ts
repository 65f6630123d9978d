/** The camera, or the simulated one that ships with the application. */
import { openDevice, PLAIN_SOUND, SIMULATED } from '../parts/devices.ts';

/** @throws BadFile with a sentence when the camera cannot be had. */
export async function openCamera(id: string): Promise<MediaStream> {
  if (id === SIMULATED) return simulatedCamera();
  return openDevice('videoinput', {
    video: { deviceId: id ? { exact: id } : undefined, width: { ideal: 1280 }, height: { ideal: 720 } },
    audio: PLAIN_SOUND,
  });
}

const WIDTH = 640;
const HEIGHT = 360;
const RATE = 24;

/** A block figure that raises a pole and lowers it again, with a tone that goes up and down with it. */
function simulatedCamera(): MediaStream {
  const canvas = Object.assign(document.createElement('canvas'), { width: WIDTH, height: HEIGHT });
  const context = canvas.getContext('2d')!;
  const stream = canvas.captureStream(RATE);
  const audio = new AudioContext();
  const tone = new OscillatorNode(audio, { frequency: 220 });
  const quiet = new GainNode(audio, { gain: 0.1 });
  const out = audio.createMediaStreamDestination();
  tone.connect(quiet).connect(out);
  tone.start();
  stream.addTrack(out.stream.getAudioTracks()[0]);
  const began = performance.now();
  const [picture] = stream.getVideoTracks();
  const timer = setInterval(() => {
    if (picture.readyState === 'ended') {
      clearInterval(timer);
      void audio.close();
      return;
    }
    const seconds = (performance.now() - began) / 1000;
    const raise = (1 - Math.cos(seconds * 2)) / 2;
    drawFigure(context, raise);
    tone.frequency.value = 220 + 220 * raise;
  }, 1000 / RATE);
  drawFigure(context, 0);
  return stream;
}

/** @param raise 0 (pole down) .. 1 (pole up) */
function drawFigure(context: CanvasRenderingContext2D, raise: number): void {
  const block = (x: number, y: number, w: number, h: number, colour: string) => {
    context.fillStyle = colour;
    context.fillRect(x - w / 2, y - h / 2, w, h);
  };
  context.setTransform(1, 0, 0, 1, 0, 0);
  block(WIDTH / 2, HEIGHT / 2, WIDTH, HEIGHT, '#c9c4b8');
  block(WIDTH / 2, HEIGHT - 20, WIDTH, 40, '#a39c8d');
  block(260, 300 - 6 * raise, 70, 130, '#47697a');
  block(260, 205 - 8 * raise, 46, 56, '#ecb98f');
  context.translate(285, 250 - 8 * raise);
  context.rotate(0.6 - 1.5 * raise);
  block(90, 0, 190, 12, '#6d5138');
  block(40, 0, 80, 22, '#47697a');
}
