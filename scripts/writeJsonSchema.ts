// Publishes the workshop file's JSON Schema to docs/: npm run schema
import { writeFileSync } from 'node:fs';
import { workshopFileSchema } from '@cosmesis/core/workshop';
import { z } from 'zod';

const target = new URL('../docs/workshop-file.schema.json', import.meta.url);
writeFileSync(target, `${JSON.stringify(z.toJSONSchema(workshopFileSchema, { unrepresentable: 'any' }), null, 2)}\n`);
console.log(`Written: ${target.pathname.split('/').slice(-2).join('/')}`);
