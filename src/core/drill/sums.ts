import { CUT_SPARE_MM } from '../bench/cut-length';
import { fitOf } from '../bench/fit';
import { cutBackMm } from '../log/cut-back';
import { CONDUCTORS } from '../wiring/conductors';
import { GENERIC_CABLES, GENERIC_CONNECTORS } from '../wiring/parts';
import { FAMILY_NAMES } from '../wiring/connector';
import { laidAt, SCHEME_ORDER, SCHEMES } from '../wiring/schemes';
import { identifierFor, IDENTIFIER_STYLES, type IdentifierParts } from '../model/identifiers';
import { leastPoe, POE_TYPES } from '../electrical/poe';
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
      return { kind: 'number', skill, asks: `A run of ${run} m, ${slack} mm of slack at each end, ${strip} mm stripped at each, ${CUT_SPARE_MM} mm more an end. How much do you cut?`, unit: 'm', right, within: 0.006, way: [`2 × (${slack} + ${CUT_SPARE_MM} + ${strip}) mm = ${2 * (slack + CUT_SPARE_MM + strip)} mm`, `${run} m + ${((2 * (slack + CUT_SPARE_MM + strip)) / 1000).toFixed(3)} m = ${right.toFixed(3)} m`] }; // prettier-ignore
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
    case 'poe':
      return random() < 0.5 ? poeType(skill, random) : poeLoss(skill, random);
    case 'label':
      return labelQuestion(skill, random);
    case 'cord-kind': {
      const [a, b] = [pickFrom(SCHEMES, random), pickFrom(SCHEMES, random)];
      return {
        kind: 'choice',
        skill,
        asks: `One end of a cord is ${a}, the other ${b}. What is it?`,
        options: shuffled([{ id: 'straight', says: 'straight through' }, { id: 'crossover', says: 'a crossover' }, { id: 'split', says: 'straight through, with split pairs' }, { id: 'rolled', says: 'rolled, 1 to 8' }], random),
        right: [a === b ? 'straight' : 'crossover'],
        why: [a === b ? 'The same order at both ends: every contact meets its own.' : 'A against B changes the pairs 1-2 and 3-6: what one sends the other hears.'],
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

/** Which type of power a device needs. */
function poeType(skill: string, random: () => number): ChoiceQuestion {
  const watts = between(4, 69, random);
  const least = leastPoe(watts)!;
  return {
    kind: 'choice',
    skill,
    asks: `A device needs ${watts} W at the end of 100 m of cable. Which is the lowest type of power over the cable that guarantees it?`,
    options: POE_TYPES.map((t) => ({
      id: String(t.type),
      says: `type ${t.type}, ${t.sourceWatts} W at the source`,
    })),
    right: [String(least.type)],
    why: POE_TYPES.map(
      (t) => `type ${t.type}: ${t.sourceWatts} W at the source, ${t.deviceWatts} W guaranteed at the device.`,
    ),
  };
}

/** What the way takes of it. */
function poeLoss(skill: string, random: () => number): NumberQuestion {
  const milliamps = pickFrom([350, 480, 600, 720, 960], random);
  const ohms = between(4, 20, random) / 2;
  const right = (milliamps / 1000) ** 2 * ohms;
  return {
    kind: 'number',
    skill,
    asks: `${milliamps} mA run through a loop of ${ohms} Ω, out and back. How much is lost on the way?`,
    unit: 'W',
    right,
    within: Math.max(0.05, right * 0.02),
    way: [`I² × R = ${(milliamps / 1000).toFixed(2)}² × ${ohms} = ${right.toFixed(2)} W`],
  };
}

/** What an end is called by a pattern of labels. */
function labelQuestion(skill: string, random: () => number): ChoiceQuestion {
  const style = pickFrom(IDENTIFIER_STYLES, random);
  const closet = pickFrom(['LC', 'HC', 'MC'], random);
  const parts: IdentifierParts = { closet, closetfloor: between(0, 4, random), panel: `K${between(1, 4, random)}`, port: between(1, 24, random), room: String(between(101, 140, random)), floor: 1, outlet: between(1, 6, random), position: between(1, 2, random) }; // prettier-ignore
  const end = pickFrom(['head', 'tail'] as const, random);
  const named = (p: IdentifierParts, e: 'head' | 'tail' = end) => identifierFor(style[e], p);
  const right = named(parts);
  const near = (field: 'port' | 'position' | 'outlet' | 'panel', to: string | number) =>
    named({ ...parts, [field]: to });
  const wrong = [
    named(parts, end === 'head' ? 'tail' : 'head'),
    near('port', Number(parts.port) === 24 ? 23 : Number(parts.port) + 1),
    near('position', Number(parts.position) === 1 ? 2 : 1),
    near('outlet', Number(parts.outlet) + 1),
    near('panel', `K${Number(String(parts.panel).slice(1)) + 1}`),
  ].filter((w, i, all) => w !== right && all.indexOf(w) === i);
  const at = end === 'head'
    ? `closet ${closet}, panel ${parts.panel}, port ${parts.port}`
    : `room ${parts.room}, outlet ${parts.outlet}, position ${parts.position}`; // prettier-ignore
  return {
    kind: 'choice',
    skill,
    asks: `Labels follow ${style[end]}. Which goes on the end at ${at}?`,
    options: shuffled([right, ...shuffled(wrong, random).slice(0, 3)].map((x) => ({ id: x, says: x })), random), // prettier-ignore
    right: [right],
    why: [`${style[end]}: ${right}`],
  };
}
