export { type CardShop, cardId, cardsOf, finishCard, litresPerM2 } from './finishCard';
export { readCard } from './readCard';
export { type CardDifference, type CardOn, type CardTarget, cardDifferences, cardName, cardOn } from './useCard';
