/** What tests and measurements take from the scripts. */
export function buildPrograms(): string;
export function redisIfAny(): string | undefined;
