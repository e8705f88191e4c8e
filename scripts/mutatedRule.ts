// Read by the tests when a rule is to be replaced: RULE=ORD-07 BY=always|never
import { ruleTable } from '@cosmesis/core/finishing';

const { RULE, BY } = process.env;
const row = ruleTable.find((r) => r.id === RULE);
if (RULE && !row) throw new Error(`there is no rule ${RULE}`);
if (row) {
  const always: typeof row.check = (context) =>
    context.run.slice(0, 1).map(({ step }) => ({ step, sentence: `${row.id} always speaks.` }));
  Object.assign(row, { check: BY === 'always' ? always : () => [] });
}
