import Check from 'lucide-react/icons/check';
import { useStore } from 'zustand';
import { CHECKS, type CheckResult, isMeant, limitOf, setLimit, setMeant } from '../../core/check/index.ts';
import { lookAtFinding, mendOne, pickedFor } from '../commands/checks.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { Button } from '../parts/Button.tsx';
import { Choices, Chosen } from '../parts/Choice.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { NumberInput } from '../parts/NumberInput.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { FollowedRows } from './FollowedRows.tsx';
import { checkInHand } from './looked-over.ts';
import { PartRows } from './PartRows.tsx';

/** Beside the paper: which check, of which layer, what it follows, and what it finds. */
export function CheckSide({ result }: { result: CheckResult | null }) {
  const { session, view, checks } = useOpenShot();
  const shot = useShot((each) => each);
  const layerId = useView((state) => state.layerId);
  const check = checkInHand(useView((state) => state.check));
  const busy = useStore(checks.state, (state) => state.busy);
  const found = useStore(checks.state, (state) => state.found);
  const open = (id: string) =>
    found[`${layerId} ${id}`]?.result.findings.filter((each) => !isMeant(shot, each)).length ?? 0;
  return (
    <div className="flex h-full min-h-0 flex-col bg-panel text-sm">
      <div className="flex h-[2.125rem] shrink-0 items-center gap-2 border-b border-rule bg-lower px-3">
        <b className="font-semibold">Checks</b>
        <span className="text-second">of</span>
        <ChoiceList
          label="Layer that is looked over"
          className="flex-1"
          value={layerId}
          options={[...shot.layers].reverse().map(({ id, name }) => [id, name] as const)}
          onChoose={(layer) => view.setState({ layerId: layer, finding: null })}
        />
      </div>
      <Choices
        label="Check"
        value={check.id}
        className="grid shrink-0 grid-cols-3 gap-1 border-b border-rule p-2"
        onChoose={(id) => view.setState({ check: id, finding: null })}
      >
        {CHECKS.map(({ id, name, about }) => {
          const count = open(id);
          return (
            <Chosen
              key={id}
              value={id}
              label={name}
              says={count > 0 ? `${count} found` : undefined}
              about={about}
              className="flex h-7 items-center justify-between rounded-md border border-rule bg-field px-2 hover:bg-wash aria-checked:border-accent aria-checked:bg-accent aria-checked:text-white"
            >
              <span className="truncate">{name}</span>
              {count > 0 && <span className="font-mono tabular text-sm">{count}</span>}
            </Chosen>
          );
        })}
      </Choices>
      <div className="flex shrink-0 flex-col gap-1.5 border-b border-rule px-3 py-2">
        <p className="text-second">{check.about}</p>
        {check.limit && (
          <div className="flex items-center gap-2">
            <span className="text-second">More than</span>
            <NumberInput
              label="Limit of the check"
              value={Math.round(10 * limitOf(shot, check)) / 10}
              min={0.1}
              max={100_000}
              className="w-16"
              onDone={(limit) => session.change('limit of a check', (draft) => setLimit(draft, check.id, limit))}
            />
            <span className="text-second">
              {check.limit.unit} {check.limit.name}
            </span>
            {shot.checks.limits[check.id] !== undefined && (
              <Button
                className="!h-6 ml-auto"
                onClick={() => session.change('limit of a check', (draft) => setLimit(draft, check.id, null))}
              >
                As at first
              </Button>
            )}
          </div>
        )}
      </div>
      {check.needs === 'points' && <FollowedRows layerId={layerId} />}
      {(check.needs === 'parts' || check.id === 'heights') && <PartRows layerId={layerId} />}
      <FindingRows result={result} busy={busy !== null} />
    </div>
  );
}

/** The findings, the worst first; the one looked at with its ways to be put right. */
function FindingRows({ result, busy }: { result: CheckResult | null; busy: boolean }) {
  const { session, view } = useOpenShot();
  const commands = useCommands();
  const shot = useShot((each) => each);
  const looked = useView((state) => state.finding);
  const picked = useView((state) => state.picked);
  const showMeant = useView((state) => state.showMeant);
  const next = useCommand('next-finding');
  const meantSo = useCommand('meant-so');
  const all = result?.findings ?? [];
  const meant = all.filter((each) => isMeant(shot, each)).length;
  const seen = showMeant ? all : all.filter((each) => !isMeant(shot, each));
  return (
    <>
      <div className="flex h-8 shrink-0 items-center gap-2 px-3">
        <b className="font-semibold">
          {!result ? 'Looking…' : seen.length === 0 ? 'Nothing found' : `${seen.length} found`}
        </b>
        {busy && result && <span className="text-second">looking again…</span>}
        {meant > 0 && (
          <Tick
            label={`${meant} meant so`}
            className="ml-auto text-second"
            checked={showMeant}
            onChange={(on) => view.setState({ showMeant: on })}
          />
        )}
        {seen.length > 1 && (
          <Button
            className={`!h-6 ${meant > 0 ? '' : 'ml-auto'}`}
            title={`${next.name} (${next.keys})`}
            onClick={next.run}
          >
            Next
          </Button>
        )}
      </div>
      <ul aria-label="Findings of the check" className="min-h-0 flex-1 overflow-y-auto px-2 pb-2">
        {seen.map((finding) => {
          const now = finding.about === looked;
          const isSo = isMeant(shot, finding);
          return (
            <li key={finding.about} className={`rounded-md ${now ? 'bg-wash' : ''}`}>
              <button
                type="button"
                aria-current={now}
                className={`flex w-full gap-2 rounded-md px-2 py-1.5 text-left hover:bg-wash ${isSo ? 'text-second' : ''}`}
                onClick={() => lookAtFinding(commands, finding)}
              >
                <span className="w-7 shrink-0 text-right font-mono tabular text-second">{finding.frame + 1}</span>
                <span className="min-w-0 flex-1">{finding.words}</span>
              </button>
              {now && (
                <div className="flex flex-col gap-1.5 px-2 pb-2 pl-11">
                  <p className="text-second">{finding.how}</p>
                  <div className="flex flex-wrap gap-1">
                    {finding.mends.map((mend, i) => (
                      <Button
                        key={mend.name}
                        className="!h-6"
                        look={i === 0 ? 'main' : 'plain'}
                        onClick={() => mendOne(commands, finding, mend)}
                      >
                        {pickedFor({ picked }, mend) ? `${mend.name}: what is picked` : mend.name}
                      </Button>
                    ))}
                    {isSo ? (
                      <Button
                        className="!h-6"
                        onClick={() => session.change('not meant so', (draft) => setMeant(draft, finding, false))}
                      >
                        Not meant so
                      </Button>
                    ) : (
                      <Button className="!h-6" icon={<Check size={13} />} title={meantSo.keys} onClick={meantSo.run}>
                        Meant so
                      </Button>
                    )}
                  </div>
                </div>
              )}
            </li>
          );
        })}
      </ul>
    </>
  );
}
