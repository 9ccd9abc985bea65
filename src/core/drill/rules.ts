const ORDER = [
  'Each pair is a white conductor with a stripe and one of the plain colour. White comes first, but for blue: 1-2, 3-6, 5-4, 7-8.',
  'Blue keeps the middle (4 and 5), brown the end (7 and 8), in both schemes.',
  'T568A begins with green and has orange on 3 and 6; T568B begins with orange and has green there. Nothing else differs.',
];
const RULES: Record<string, readonly string[]> = {
  'order/contacts': ['Contacts up and the cable toward you, contact 1 is at the left.'],
  'order/latch': ['Latch up and the cable toward you, the plug is turned over: contact 1 is at the right.'],
  'order/nose': ['Looking into the nose you stand on the other side: what was at the left is at the right.'],
  'order/slots': ['A line of slots is numbered from the left, the cable toward you.'],
  'reading/none': ['Straight through is all a lamp can say: pairs may still be split. Only a tester that looks at splits rules that out.'],
  'reading/open': ['A contact that answers nowhere is open somewhere between the two contacts: at either end, or in the cable.'],
  'reading/short': ['Two contacts that light the same two lamps are joined.'],
  'reading/reversed': ['Both conductors of one pair have changed places at one end: 1 lights 2 and 2 lights 1.'],
  'reading/crossed': ['Two whole pairs have changed places: 1 and 2 light 3 and 6, 3 and 6 light 1 and 2.'],
  'reading/split': ['Every contact lights its own lamp, but one conductor of each of two pairs runs with the other: the twist is lost. A lamp cannot see it.'],
  'reading/other-scheme': ['One end to T568A and the other to T568B crosses the pairs 1-2 and 3-6: it reads as crossed pairs.'],
  'reading/upside-down': ['A plug put on upside down turns the whole order round: 1 lights 8, 2 lights 7.'],
  'hands/right': ['Before it is permanent: the order, copper at the nose, the jacket inside.'],
  'hands/exchanged': ['Read each contact by itself, never the whole at once: the eye sees what it expects.'],
  'hands/short-copper': ['Copper that does not reach the nose lies under its contact by luck: look at every tip.'],
  'hands/jacket-short': ['The latch must press on the jacket: on bare conductors it holds nothing.'],
  'hands/tail-left': ['A dull or turned blade leaves a tail beyond its slot: it can touch its neighbour.'],
  'sums/marks': ['The length is the difference between the two marks, whichever is larger.'],
  'sums/cut': ['Cut the run, the slack of both ends, 50 mm an end, and what both connectors strip.'],
  'sums/slack': ['Each redo takes its length off the slack; what is left over is no redo.'],
  'sums/nvp': ['Right velocity = set velocity × true length ÷ shown length.'],
  'sums/plug-for-cable': ['Conductor solid or stranded, its thickness, the jacket and the shield: each has to fit.'],
  'hands/foil': ['Foil stays outside the slots: a strip of it in one joins conductors, or one to the shield.'],
  'sums/scheme-pair': ORDER,
  'sums/poe': ['Type 1 guarantees 12.95 W at the device, type 2 25.5 W, type 3 51 W, type 4 71.3 W; the cable takes current squared times its loop resistance.'],
  'sums/label': ['An end is named after what it is on: the panel and its port in the closet, the outlet and its position in the room.'],
  'sums/cord-kind': ['The same order at both ends is straight through. One end A and the other B crosses 1-2 with 3-6: a crossover for 10 and 100 Mbit/s.'],
  termination: ['Somebody else works, you watch. Stop them where something is wrong, while it can still be put right: what goes past is found later, behind a plate.'],
  'which-end': ['A look costs half a minute, a walk four, a redo more: look here first at what would tell most.'],
}; // prettier-ignore

/** What is taught before a skill is asked for the first time. */
export function rulesOf(skill: string): readonly string[] {
  const [exercise, , hold] = skill.split('/');
  if (exercise === 'order') return [...ORDER, ...(RULES[`order/${hold}`] ?? [])];
  return RULES[skill] ?? RULES[exercise ?? ''] ?? [];
}
