import { useEffect, useMemo } from 'react';
import { useOpenShot } from '../session/open-shot.ts';
import { ExportPanel } from './ExportPanel.tsx';
import { Preview } from './Preview.tsx';
import { orderOf, useOrder } from './use-order.ts';

/** Export: what will be written is shown first, then written; what is left out is named. */
export default function ExportView() {
  const { view, delivery } = useOpenShot();
  const inHand = useOrder();
  const { format, wishes, around } = inHand;
  const order = useMemo(() => orderOf({ format, wishes, around }), [format, wishes, around]);
  // Whoever comes here with frames chosen for playing means those.
  useEffect(() => {
    const { range, exportWishes } = view.getState();
    if (range) view.setState({ exportWishes: { ...exportWishes, span: 'range' } });
  }, [view]);
  return (
    <>
      <Preview delivery={delivery} order={order} inHand={inHand} />
      <ExportPanel inHand={inHand} order={order} />
    </>
  );
}
