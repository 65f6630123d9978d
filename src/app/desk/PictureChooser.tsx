import { useEffect, useRef } from 'react';
import { type OpenShot, useOpenShot, useView } from '../session/open-shot.ts';

/** Files that can be chosen. */
const PICTURE_FILES = '.png,.jpg,.jpeg,.webp,.avif,.gif,.svg,.ora,image/*';

/** What reads pictures is loaded when some come. */
const reader = () => import('./bring-pictures.ts');

/** Brings files in as pictures of the shot. */
export async function bringFiles(open: OpenShot, files: File[]): Promise<void> {
  await (await reader()).bringPictures(open, files);
}

/** Asks for picture files when a command or a menu wants some; pasted pictures come in the same way. */
export function PictureChooser() {
  const open = useOpenShot();
  const { view } = open;
  const choosing = useView((state) => state.choosing);
  const input = useRef<HTMLInputElement>(null);
  const wanted = useRef<{ layer: string | null }>({ layer: null });
  useEffect(() => {
    if (!choosing) return;
    wanted.current = choosing;
    view.setState({ choosing: null });
    input.current?.click();
  }, [choosing, view]);
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const pasted = [...(event.clipboardData?.files ?? [])].filter(({ type }) => type.startsWith('image/'));
      if (pasted.length > 0) void bringFiles(open, pasted);
    };
    addEventListener('paste', paste);
    return () => removeEventListener('paste', paste);
  }, [open]);
  return (
    <input
      ref={input}
      type="file"
      name="picture-files"
      aria-label="Pictures for the shot"
      accept={PICTURE_FILES}
      multiple
      hidden
      onChange={(event) => {
        const files = [...(event.target.files ?? [])];
        event.target.value = '';
        const { layer } = wanted.current;
        wanted.current = { layer: null };
        if (files.length === 0) return;
        if (layer) void reader().then(({ takeNewer }) => takeNewer(open, layer, files[0]));
        else void bringFiles(open, files);
      }}
    />
  );
}
