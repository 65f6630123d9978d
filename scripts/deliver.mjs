/** `npm run --silent deliver -- FILE.vignette --as mp4 --out DIR`: shots delivered without a browser. */
import { ffmpegIfAny, packages, program } from './prepare.mjs';

packages();
const looking = ['--info', '--list', '--check', '--help'].some((word) => process.argv.includes(word));
const FFMPEG = looking ? undefined : ffmpegIfAny();
program('deliver', FFMPEG ? { FFMPEG } : {});
