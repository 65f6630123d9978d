import { Slider } from 'radix-ui';

interface SlideProps {
  label: string;
  value: number;
  min: number;
  max: number;
  step?: number;
  /** While sliding, and at its end. */
  onChange(value: number): void;
  onDone?(value: number): void;
  /** What the value reads as, for those who hear it. */
  words?: string;
  width?: string;
  tint?: string;
  disabled?: boolean;
}

export function Slide({
  label,
  value,
  min,
  max,
  step = 1,
  onChange,
  onDone,
  words,
  width = 'w-10 @min-[73.75rem]/window:w-18',
  tint,
  disabled,
}: SlideProps) {
  return (
    <Slider.Root
      className={`relative flex h-6 ${width} touch-none items-center select-none`}
      value={[value]}
      min={min}
      max={max}
      step={step}
      disabled={disabled}
      onValueChange={([next]) => onChange(next)}
      onValueCommit={([next]) => onDone?.(next)}
    >
      <Slider.Track className="relative mx-2 h-[3px] grow rounded-full bg-edge">
        <Slider.Range
          className="absolute h-full rounded-full bg-second"
          style={tint ? { background: tint } : undefined}
        />
      </Slider.Track>
      <Slider.Thumb
        aria-label={label}
        aria-valuetext={words}
        className="flex size-6 items-center justify-center rounded-full"
      >
        <span className="size-3 rounded-full bg-knob" style={tint ? { background: tint } : undefined} />
      </Slider.Thumb>
    </Slider.Root>
  );
}
