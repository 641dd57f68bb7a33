import type { OwnThing } from '../model/loadout.ts';

/**
 * What people have on them anyway. Grades and drawbacks are common practice, no source; seconds are planning values. A belt is
 * no tourniquet here: without a windlass it cannot be drawn tight enough.
 */
export const OWN_THINGS: readonly OwnThing[] = [
  {
    id: 'phone',
    name: 'Phone',
    grades: { 'H.call': 'primary', 'S.light': 'substitute', 'C.record': 'improvised' },
    drawback: 'A flat battery or no cover; wet fingers and gloves do not unlock it.',
    drawS: 4,
    massG: 190,
    barredAtSecurity: false,
  },
  {
    id: 'pocket-light',
    name: 'Pocket light',
    grades: { 'S.light': 'primary', 'H.head': 'substitute', 'H.call': 'substitute' },
    drawback: 'Takes a hand unless it is held in the teeth or clipped on.',
    drawS: 4,
    massG: 60,
    barredAtSecurity: false,
  },
  {
    id: 'pen',
    name: 'Pen',
    grades: { 'C.record': 'substitute' },
    drawback: 'A ballpoint does not write on wet skin.',
    drawS: 4,
    massG: 10,
    barredAtSecurity: false,
  },
  {
    id: 'knife',
    name: 'Knife',
    grades: { 'S.cut': 'improvised' },
    drawback: 'A point and an edge near skin; cut away from the casualty.',
    drawS: 4,
    massG: 90,
    barredAtSecurity: true,
  },
  {
    id: 'belt',
    name: 'Belt',
    grades: { 'D.splint': 'improvised' },
    drawback: 'Holds a splint; not a tourniquet.',
    drawS: 6,
    massG: 150,
    barredAtSecurity: false,
  },
  {
    id: 'jacket',
    name: 'Jacket',
    grades: { 'H.warm': 'substitute', 'M.pack': 'improvised' },
    drawback: 'Wet through it cools; then the carer has none.',
    drawS: 10,
    massG: 600,
    barredAtSecurity: false,
  },
  {
    id: 'radio',
    name: 'Handheld radio',
    grades: { 'H.call': 'primary' },
    drawback: 'Only while somebody listens on the channel.',
    drawS: 3,
    massG: 230,
    barredAtSecurity: false,
  },
  {
    id: 'water-bottle',
    name: 'Bottle of drinking water',
    grades: { 'D.flush': 'substitute' },
    drawback: 'Clean, not sterile; empty when it is needed.',
    drawS: 8,
    massG: 600,
    barredAtSecurity: true,
  },
];
