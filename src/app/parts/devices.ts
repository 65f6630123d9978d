/** Cameras and microphones: those the machine has, and a simulated one of each that ships with the application. */
import { BadFile } from '../../core/shot/index.ts';

export const SIMULATED = 'simulated';

export interface Device {
  id: string;
  name: string;
}

const NAMES = { videoinput: 'camera', audioinput: 'microphone' } as const;

/** The devices of a kind; the simulated one is always among them, last. */
export async function devicesOf(kind: keyof typeof NAMES): Promise<Device[]> {
  const name = NAMES[kind];
  const title = name[0].toUpperCase() + name.slice(1);
  const devices = (await navigator.mediaDevices?.enumerateDevices().catch(() => [])) ?? [];
  const real = devices
    .filter((device) => device.kind === kind)
    .map(({ deviceId, label }, i) => ({ id: deviceId, name: label || `${title} ${i + 1}` }));
  return [...real, { id: SIMULATED, name: `Simulated ${name}` }];
}

/** Sound as it is: what browsers do to voices in calls spoils a recording. */
export const PLAIN_SOUND = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };

/** What a device sees or hears. @throws BadFile with a sentence when it cannot be had. */
export async function openDevice(kind: keyof typeof NAMES, wanted: MediaStreamConstraints): Promise<MediaStream> {
  const name = NAMES[kind];
  try {
    return await navigator.mediaDevices.getUserMedia(wanted);
  } catch (error) {
    if ((error as { name?: string }).name === 'NotAllowedError')
      throw new BadFile(
        `The browser does not let the ${name} be used. Allow it beside the address, or take the simulated one.`,
      );
    throw new BadFile(`This ${name} cannot be used just now. Close what else uses it, or take the simulated one.`);
  }
}
