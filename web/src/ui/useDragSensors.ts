import { PointerSensor, useSensor, useSensors } from '@dnd-kit/core';

/** A hand that only wants to press moves less, px. Made once: sensors that are made anew redraw everything that can be dragged. */
const TAKEN_UP = { activationConstraint: { distance: 5 } };

/** What takes a thing up on every screen: a pointer that is pressed and moved. Keys have buttons of their own. */
export const useDragSensors = () => useSensors(useSensor(PointerSensor, TAKEN_UP));
