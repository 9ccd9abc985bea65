import { asksWords, EXAM, LETTERS, rightWords, type Exam } from '$core/drill/exam';
import type { ChoiceQuestion, Question, ShownEnd } from '$core/drill/question';
import { benchContacts } from '$core/bench/seats';
import { conductorLabel } from '$core/wiring/conductors';
import { Paper } from './pdf/paper';

/** The reading of a question as a line of contacts, as any tester could be read out. */
const readingWords = (q: ChoiceQuestion): string[] => {
  const { walk, splits } = q.reading!;
  return [
    walk.map((answers, i) => `${i + 1} lights ${answers.join('+') || 'none'}`).join(', '),
    splits === null
      ? 'The tester does not look at splits.'
      : splits.length
        ? `The tester says: ${splits.join(', ')} split.`
        : 'The tester looks at splits, and says none.',
  ];
};

/** An end as a drawing: a bar for each conductor to the nose or its slot, the jacket below; what is wrong with it is seen, not said. */
function drawEnd(paper: Paper, end: ShownEnd): void {
  const contacts = benchContacts(end.family, false);
  const [step, high] = [26, 60];
  const bars = contacts.map((c, i) => {
    const x = 14 + i * step;
    const top = c === end.shortCopper ? 14 : c === end.tailAt ? -8 : 2;
    const foil = c === end.foilAt ? ` M${x - 9} 8 l6 5 -5 6 9 4 -7 6 8 4` : '';
    return `M${x - 4} ${high} V${top} H${x + 4} V${high}${foil}`;
  });
  const jacket = end.jacketShort ? 82 : 56;
  const width = 14 + contacts.length * step;
  const frame = `M2 2 H${width} M2 ${high + 6} H${width}`;
  const slots = contacts.map((_, i) => `M${14 + i * step - 9} 2 V10 M${14 + i * step + 9} 2 V10`);
  paper.path(
    [frame, ...slots, ...bars, `M8 ${jacket} H${width - 8} V96 H8 Z`].join(' '),
    { width: width + 10, height: 100 },
    34,
    'The end as it lies: bars for its conductors, the line of the nose or the slots above, the strain latch below, the jacket beneath',
  );
  paper.p('Upper line: the nose, or the slots. Lower line: the strain latch. Box: the jacket.');
  paper.p(
    `From contact ${contacts[0]} to ${contacts.at(-1)}: ${contacts.map((c) => said(end.laid[c])).join(' ')}`,
  );
}
const said = (c: ShownEnd['laid'][keyof ShownEnd['laid']]): string =>
  c === undefined ? '-' : c === 'CENTRE' || c === 'BRAID' ? c.toLowerCase() : conductorLabel(c);

function ask(paper: Paper, q: Question, n: number): void {
  paper.h2(`${n}. ${asksWords(q)}`);
  if (q.kind === 'choice' && q.reading) for (const line of readingWords(q)) paper.p(line);
  if (q.kind === 'choice' && q.end) drawEnd(paper, q.end);
  if (q.kind === 'choice') q.options.forEach((o, i) => paper.p(`[ ]  ${LETTERS[i]}  ${o.says}`));
  if (q.kind === 'number') paper.p(`______________ ${q.unit}`);
  if (q.kind === 'order') paper.p(q.asked.map((c) => `${c} ______`).join('   '));
}

/** An exam on paper: the questions, and behind them what is right where that is asked for. */
export async function examPdf(job: string, exam: Exam, answers: boolean): Promise<Buffer> {
  const paper = new Paper(`${job}: exam ${exam.seed}`, `exam ${exam.seed}`);
  paper.title(`Exam ${exam.seed}`);
  paper.p(`${job}. ${EXAM.questions} questions, ${EXAM.minutes} minutes, passed with ${Math.round(EXAM.pass * EXAM.questions)} right.`); // prettier-ignore
  paper.gap(3);
  paper.p('Name ________________________________   Date ______________   Right ______ of ______');
  for (const [i, q] of exam.questions.entries()) {
    ask(paper, q, i + 1);
    await paper.breathe();
  }
  if (answers) {
    paper.page();
    paper.h1('What is right');
    exam.questions.forEach((q, i) => paper.p(`${i + 1}.  ${rightWords(q)}`));
  }
  return paper.end();
}
