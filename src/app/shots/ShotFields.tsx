import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { useForm } from 'react-hook-form';
import { lengthInWords, PAPER_SIZES, RATES } from '../../core/shot/index.ts';
import { Button } from '../parts/Button.tsx';
import { ChoiceField, NumberField, TextField } from '../parts/Field.tsx';
import { ShotForm } from './shot-form.ts';

interface ShotFieldsProps {
  start: ShotForm;
  action: string;
  onDone(form: ShotForm): void;
  onCancel(): void;
}

const OWN = 'own';

/** Name, size, rate and length of a shot. */
export function ShotFields({ start, action, onDone, onCancel }: ShotFieldsProps) {
  const { register, handleSubmit, watch, setValue, formState } = useForm<ShotForm>({
    resolver: classValidatorResolver(ShotForm),
    defaultValues: { ...start },
  });
  const [width, height, fps, length] = watch(['width', 'height', 'fps', 'length']);
  const { errors, isSubmitted } = formState;
  const typed = (name: 'width' | 'height' | 'fps' | 'length') => (value: number) =>
    setValue(name, value, { shouldValidate: isSubmitted });
  const size = PAPER_SIZES.findIndex((each) => each.width === width && each.height === height);
  return (
    <form onSubmit={handleSubmit((form) => onDone(form))} className="flex flex-col gap-3" noValidate>
      <TextField label="Name" error={errors.title?.message} {...register('title')} />
      <ChoiceField
        label="Paper"
        value={size < 0 ? OWN : String(size)}
        options={[
          ...PAPER_SIZES.map((each, i) => [String(i), `${each.name} · ${each.width} x ${each.height}`] as const),
          [OWN, 'Own size'],
        ]}
        onChoose={(value) => {
          const chosen = PAPER_SIZES[Number(value)];
          if (!chosen) return;
          setValue('width', chosen.width);
          setValue('height', chosen.height);
        }}
      />
      <div className="grid grid-cols-2 gap-3">
        <NumberField label="Width, pixels" error={errors.width?.message} value={width} onTyped={typed('width')} />
        <NumberField label="Height, pixels" error={errors.height?.message} value={height} onTyped={typed('height')} />
        <div>
          <NumberField
            label="Rate, frames a second"
            error={errors.fps?.message}
            value={fps}
            decimals={3}
            onTyped={typed('fps')}
          />
          <div className="mt-1 flex gap-1">
            {RATES.map((rate) => (
              <Button
                key={rate}
                look={fps === rate ? 'main' : 'plain'}
                className="flex-1 !px-0"
                onClick={() => setValue('fps', rate)}
              >
                {rate}
              </Button>
            ))}
          </div>
        </div>
        <div>
          <NumberField label="Length, frames" error={errors.length?.message} value={length} onTyped={typed('length')} />
          <p className="mt-1 text-sm text-second">
            {length > 0 && fps > 0 ? `${lengthInWords(length, fps)} at ${fps} fps` : ' '}
          </p>
        </div>
      </div>
      <div className="mt-1 flex justify-end gap-2">
        <Button look="quiet" onClick={onCancel}>
          Cancel
        </Button>
        <Button look="main" type="submit">
          {action}
        </Button>
      </div>
    </form>
  );
}
