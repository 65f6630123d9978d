/** What moves an entry of a list that is put in order: a drag, and the arrows once it is taken up by key. */
import { KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { sortableKeyboardCoordinates } from '@dnd-kit/sortable';

/** Where Enter presses the entry, Space alone takes it up. */
const BY_SPACE = { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter', 'Tab'] };

/** @param distance CSS pixels after which a press is a drag @param enterPresses Enter does something else with an entry */
export function useSortSensors(distance: number, enterPresses = false) {
  return useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: sortableKeyboardCoordinates,
      ...(enterPresses ? { keyboardCodes: BY_SPACE } : {}),
    }),
  );
}
