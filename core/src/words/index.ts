export { type GlossaryId, glossary } from './glossary';
