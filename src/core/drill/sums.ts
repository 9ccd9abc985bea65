import { CUT_SPARE_MM } from '../bench/cut-length';
import { fitOf } from '../bench/fit';
import { cutBackMm } from '../log/cut-back';
import { CONDUCTORS } from '../wiring/conductors';
import { GENERIC_CABLES, GENERIC_CONNECTORS } from '../wiring/parts';
import { FAMILY_NAMES } from '../wiring/connector';
import { laidAt, SCHEME_ORDER, SCHEMES } from '../wiring/schemes';
import { pickFrom, shuffled, type ChoiceQuestion, type NumberQuestion } from './question';
import type { Sum } from './skills';

const between = (low: number, high: number, random: () => number) =>
  low + Math.floor(random() * (high - low + 1));
const PAIR_CONTACTS = [['1', '2'], ['3', '6'], ['4', '5'], ['7', '8']] as const; // prettier-ignore
const PAIR_WORDS = { BL: 'blue', O: 'orange', G: 'green', BR: 'brown' } as const;

/** A sum or judgement with new numbers each time, and the way it is worked out. */
export function sumQuestion(sum: Sum, random: () => number): NumberQuestion | ChoiceQuestion {
  const skill = `sums/${sum}`;
  switch (sum) {
    case 'marks': {
      const start = between(20, 280, random);
      const length = between(11, 88, random);
      const [a, b] = random() < 0.5 ? [start, start + length] : [start + length, start];
      return { kind: 'number', skill, asks: `The jacket says ${a} m where the cable begins and ${b} m where it ends. How long is it?`, unit: 'm', right: length, within: 0, way: [`${Math.max(a, b)} − ${Math.min(a, b)} = ${length} m`] }; // prettier-ignore
    }
    case 'cut': {
      const run = between(8, 60, random);
      const slack = pickFrom([150, 300, 500], random);
      const strip = pickFrom([25, 30, 38], random);
      const right = run + (2 * (slack + CUT_SPARE_MM + strip)) / 1000;
      return { kind: 'number', skill, asks: `A run of ${run} m, ${slack} mm of slack at each end, ${strip} mm stripped at each, ${CUT_SPARE_MM} mm more an end. What do you cut?`, unit: 'm', right, within: 0.006, way: [`2 × (${slack} + ${CUT_SPARE_MM} + ${strip}) mm = ${2 * (slack + CUT_SPARE_MM + strip)} mm`, `${run} m + ${((2 * (slack + CUT_SPARE_MM + strip)) / 1000).toFixed(3)} m = ${right.toFixed(3)} m`] }; // prettier-ignore
    }
    case 'slack': {
      const each = cutBackMm(pickFrom(['closed-plug', 'load-bar-plug'] as const, random));
      const left = between(60, 420, random);
      const right = Math.floor(left / each);
      return { kind: 'number', skill, asks: `${left} mm of slack are left at a plug, and each redo takes ${each} mm. How often can it be done again?`, unit: 'times', right, within: 0, way: [`${left} ÷ ${each} = ${(left / each).toFixed(2)}: ${right} whole ${right === 1 ? 'redo' : 'redos'}`] }; // prettier-ignore
    }
    case 'nvp': {
      const set = between(60, 78, random);
      const truly = between(25, 80, random);
      const right = between(60, 78, random);
      const shown = (truly * set) / right;
      return { kind: 'number', skill, asks: `Set to ${set} %, a tester shows ${shown.toFixed(1)} m for a cable that is ${truly} m long. Which velocity is right?`, unit: '%', right, within: 1, way: [`${set} × ${truly} ÷ ${shown.toFixed(1)} = ${((set * truly) / Number(shown.toFixed(1))).toFixed(1)} %`] }; // prettier-ignore
    }
    case 'plug-for-cable': {
      const cable = pickFrom(GENERIC_CABLES, random);
      const plugs = shuffled(GENERIC_CONNECTORS.filter((c) => c.spec.family.includes('plug')), random); // prettier-ignore
      const fits = plugs.filter((c) => fitOf(cable.spec, c.spec).grade === 'fits');
      const others = plugs.filter((c) => !fits.includes(c));
      const options = shuffled([...fits.slice(0, 2), ...others].slice(0, 4), random);
      const right = options.filter((o) => fits.includes(o)).map((o) => o.id);
      const { conductor, conductorMm, jacketMm, gauge, shield } = cable.spec;
      return {
        kind: 'choice',
        skill,
        asks: `${cable.name}: ${conductor}, ${gauge} AWG, conductor ${conductorMm} mm, jacket ${jacketMm} mm, ${shield}. Which plug takes it without a remedy?`,
        options: [...options.map((o) => ({ id: o.id, says: `${o.name} (${FAMILY_NAMES[o.spec.family]}: ${o.spec.takes === 'both' ? 'solid or stranded' : o.spec.takes}, jacket to ${o.spec.jacketMaxMm} mm, conductor to ${o.spec.conductorMaxMm} mm${o.spec.shielded ? ', shielded' : ''})` })), { id: 'none', says: 'none of these' }],
        right: right.length ? right : ['none'],
        why: options.map((o) => `${o.name}: ${fitOf(cable.spec, o.spec).reasons.map((r) => r.text).join(' ') || 'it goes in'}`),
      }; // prettier-ignore
    }
    case 'scheme-pair': {
      const scheme = pickFrom(SCHEMES, random);
      const pair = pickFrom(PAIR_CONTACTS, random);
      const colour = laidAt(SCHEME_ORDER[scheme], pair[0]).replace('W', '') as keyof typeof PAIR_WORDS;
      return {
        kind: 'choice',
        skill,
        asks: `Which pair lies on ${pair.join(' and ')} in ${scheme}?`,
        options: shuffled(Object.entries(PAIR_WORDS).map(([id, says]) => ({ id, says: `${says} (${id}, W${id})` })), random),
        right: [colour],
        why: [`In ${scheme}, ${pair.join(' and ')} hold ${CONDUCTORS.filter((c) => c.replace('W', '') === colour).join(' and ')}.`],
      }; // prettier-ignore
    }
  }
}
