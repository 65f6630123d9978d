import X from 'lucide-react/icons/x';
import { useRef } from 'react';
import { amountAt, type CastField, castMaker } from '../../core/picture/index.ts';
import {
  addCast,
  dropAmount,
  dropCast,
  setAmount,
  setBlend,
  setCast,
  setDistance,
  setOnly,
} from '../../core/sheet/index.ts';
import {
  BLENDS,
  type Blend,
  CAST_KINDS,
  type Cast,
  type CastKind,
  type Layer,
  LIMITS,
  newId,
} from '../../core/shot/index.ts';
import { Button, IconButton } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { Slide } from '../parts/Slide.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { Numbered, Row } from './parts.tsx';

const named = (word: string) => word.replace('-', ' ');
const begun = (word: string) => word[0].toUpperCase() + word.slice(1);

const DEGREES = 180 / Math.PI;

type Field = Exclude<CastField['field'], 'swatch' | 'level'>;

/** How the numbers of a cast are shown and meant; lengths that are pixels stay as they are. */
function scaleOf(kind: CastKind, field: Field): { by: number; min: number; max: number } {
  if (field === 'way') return { by: DEGREES, min: -360, max: 360 };
  if (field === 'fade') return { by: 100, min: 0, max: 100 };
  if (field === 'length' && kind !== 'shadow behind') return { by: 100, min: 0, max: 1000 };
  return { by: 1, min: 0, max: field === 'length' ? 10_000 : LIMITS.maxSoft };
}

/** A shadow, a light or a softness of a layer. */
function CastRows({ layer, cast, frame }: { layer: Layer; cast: Cast; frame: number }) {
  const { session } = useOpenShot();
  const palette = useShot((shot) => shot.palettes[0]);
  const ground = useShot((shot) => shot.guides.ground);
  const sliding = useRef('');
  const maker = castMaker(cast.kind);
  const amount = Math.round(100 * amountAt(cast, frame));
  const here = cast.amounts.some((each) => each.frame === frame);
  const set = (part: Partial<Cast>) => session.change(cast.kind, (draft) => setCast(draft, layer.id, cast.id, part));
  return (
    <fieldset aria-label={begun(cast.kind)} className="flex flex-col gap-1 border-t border-rule pt-1.5">
      <div className="flex items-center gap-1">
        <b className="flex-1 font-semibold">{begun(cast.kind)}</b>
        <Slide
          label={`How much of the ${cast.kind}`}
          words={`${amount} per cent`}
          value={amount}
          min={0}
          max={100}
          width="w-20"
          onChange={(value) => {
            sliding.current ||= newId();
            session.change(
              `amount of ${cast.kind}`,
              (draft) =>
                setAmount(
                  draft,
                  layer.id,
                  cast.id,
                  cast.amounts.length > 1 || here ? frame : cast.amounts[0].frame,
                  value / 100,
                ),
              sliding.current,
            );
          }}
          onDone={() => {
            sliding.current = '';
          }}
        />
        <span className="w-9 text-right font-mono text-xs tabular">{amount} %</span>
        <Button
          className="!h-6"
          title={here ? 'This frame no longer sets how much there is' : 'From this frame on it can be another amount'}
          onClick={() =>
            session.change(`amount of ${cast.kind}`, (draft) =>
              here
                ? dropAmount(draft, layer.id, cast.id, frame)
                : setAmount(draft, layer.id, cast.id, frame, amount / 100),
            )
          }
        >
          {here ? 'Set here' : 'Set'}
        </Button>
        <IconButton
          label={`Take the ${cast.kind} off`}
          onClick={() => session.change(`take the ${cast.kind} off`, (draft) => dropCast(draft, layer.id, cast.id))}
        >
          <X size={13} />
        </IconButton>
      </div>
      <div className="grid grid-cols-2 gap-x-4 gap-y-1">
        {maker.fields.map(({ field, name }) => {
          if (field === 'swatch')
            return (
              <div key={field} className="flex items-center justify-between gap-1">
                <span aria-hidden="true" className="text-second">
                  {name}
                </span>
                <ChoiceList
                  label={name}
                  className="w-24"
                  value={cast.swatch ?? ''}
                  options={[
                    ['', cast.kind === 'glow' ? 'its own' : 'black'],
                    ...palette.swatches.map((swatch) => [swatch.id, swatch.name] as const),
                  ]}
                  onChoose={(swatch) => set({ swatch: swatch || null })}
                />
              </div>
            );
          if (field === 'level')
            return (
              <Numbered
                key={field}
                name={cast.level === null ? (ground === null ? 'Level: its feet' : 'Level: ground') : name}
                value={Math.round(cast.level ?? ground ?? 0)}
                min={-LIMITS.far}
                max={LIMITS.far}
                onDone={(level) => set({ level })}
              />
            );
          const { by, min, max } = scaleOf(cast.kind, field);
          return (
            <Numbered
              key={field}
              name={name}
              value={Math.round(cast[field] * by)}
              min={min}
              max={max}
              onDone={(value) => set({ [field]: value / by })}
            />
          );
        })}
        {cast.level !== null && maker.fields.some(({ field }) => field === 'level') && (
          <Button className="!h-6" onClick={() => set({ level: null })}>
            {ground === null ? 'At its feet' : 'On the ground line'}
          </Button>
        )}
      </div>
    </fieldset>
  );
}

/** How the layer in hand looks beside the others: how it mixes, where it shows, its shadows, light and softness. */
export function LookCard() {
  const { session } = useOpenShot();
  const layerId = useView((state) => state.layerId);
  const frame = useView((state) => state.frame);
  const shot = useShot((each) => each);
  const layer = shot.layers.find(({ id }) => id === layerId);
  if (!layer) return <p className="px-3 text-sm text-second">There is no layer in hand.</p>;
  const others = shot.layers.filter(({ id }) => id !== layer.id);
  return (
    <div className="flex flex-col gap-1.5 px-3 pb-2 text-sm">
      <b className="truncate font-semibold">{layer.name}</b>
      <Row name="Mixes">
        <ChoiceList
          label="Mixes with what lies under it"
          className="flex-1"
          value={layer.blend}
          options={BLENDS.map((each) => [each, named(each)])}
          onChoose={(blend: Blend) => session.change('how a layer mixes', (draft) => setBlend(draft, layer.id, blend))}
        />
      </Row>
      <Row name="Shows">
        <ChoiceList
          label="Where it shows"
          className="flex-1"
          value={layer.only ? `${layer.only.outside ? 'out' : 'in'} ${layer.only.layer}` : ''}
          options={[
            ['', 'everywhere'],
            ...others.map(({ id, name }) => [`in ${id}`, `only inside “${name}”`] as const),
            ...others.map(({ id, name }) => [`out ${id}`, `only outside “${name}”`] as const),
          ]}
          onChoose={(chosen) => {
            const [way, id] = chosen.split(' ');
            session.change('where a layer shows', (draft) =>
              setOnly(draft, layer.id, id ? { layer: id, outside: way === 'out' } : null),
            );
          }}
        />
      </Row>
      {shot.camera && (
        <Numbered
          name="Share of the camera’s travel, %"
          value={Math.round(100 * layer.distance)}
          min={0}
          max={200}
          onDone={(value) => session.change('distance', (draft) => setDistance(draft, layer.id, value / 100))}
        />
      )}
      {layer.casts.map((cast) => (
        <CastRows key={cast.id} layer={layer} cast={cast} frame={frame} />
      ))}
      <Row name="Add">
        <ChoiceList
          label="Add a shadow, light or softness"
          className="flex-1"
          value=""
          options={[['', 'shadow, light, softness…'], ...CAST_KINDS.map((kind) => [kind, begun(kind)] as const)]}
          onChoose={(kind) =>
            kind &&
            session.change(
              `add a ${kind}`,
              (draft) => void addCast(draft, layer.id, kind as CastKind, castMaker(kind as CastKind).first),
            )
          }
        />
      </Row>
    </div>
  );
}
