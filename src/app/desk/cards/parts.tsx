import type { ReactNode } from 'react';
import { Slide } from '../../parts/Slide.tsx';

/** A line of a card: a name, a slide, and what it stands at. */
export function CardSlide(props: {
  name: string;
  label?: string;
  value: number;
  min: number;
  max: number;
  unit?: string;
  onChange(value: number): void;
}) {
  const { name, label = name, value, min, max, unit = '', onChange } = props;
  return (
    <div className="flex h-6 items-center gap-2">
      <span className="w-20 shrink-0">{name}</span>
      <Slide
        label={label}
        value={value}
        min={min}
        max={max}
        onChange={onChange}
        width="grow"
        words={`${value}${unit}`}
      />
      <span className="w-12 shrink-0 text-right font-mono text-xs tabular">
        {value}
        {unit}
      </span>
    </div>
  );
}

export function CardPart({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mt-3 border-t border-rule pt-2">
      <h3 className="mb-1 font-medium">{title}</h3>
      {children}
    </section>
  );
}
