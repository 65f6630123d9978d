/**
 * What the tools are set to, by tool. Every tool adds its own to this interface (`declare module`), so that the ids and the
 * settings of all tools are known from the tools that there are.
 */
// biome-ignore lint/suspicious/noEmptyInterface: filled by the tools
export interface ToolSettings {}

export type ToolId = keyof ToolSettings;

/** A tool without anything to set. */
export class NoSettings {}
