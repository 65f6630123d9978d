import { useOpenShot, useView } from '../session/open-shot.ts';
import type { ToolSettings } from '../session/tool-settings.ts';

/** The settings of a tool, and changing them. */
export function useTool<K extends keyof ToolSettings>(tool: K) {
  const { view } = useOpenShot();
  const settings = useView((state) => state.tools[tool]);
  const set = (part: Partial<ToolSettings[K]>) =>
    view.setState(({ tools }) => ({ tools: { ...tools, [tool]: { ...tools[tool], ...part } } }));
  return [settings, set] as const;
}
