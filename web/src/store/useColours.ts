import type {
  MatchAnswer,
  MatchAsked,
  PaintAsked,
  PaintMixAnswer,
  RecipeOn,
  RemedyAnswer,
  StickBand,
  TroubleAsked,
  WoodLook,
  WoodOfPiece,
} from '@cosmesis/core/matching';
import type { Result } from '@cosmesis/core/units';
import type { ColourLayer, ColourRecipe, ZoneId } from '@cosmesis/core/workshop';
import { callCore } from '../workers/callCore';
import type { AnswerOf, ArgsOf, CallName } from '../workers/protocol';
import { nameOf } from './nameOf';
import { useAnswer } from './useAnswer';
import { useNowMin } from './useNowMin';
import { useParts } from './useWorkshop';

/** Asks the core for what depends on pieces, products and the shelf; null: nothing is asked. */
function useAsked<K extends CallName>(name: K, args: ArgsOf<K> | null, said: unknown): AnswerOf<K> | null | undefined {
  const parts = useParts('id', 'settings', 'pieces', 'products', 'containers');
  const key = [parts.settings, parts.pieces, parts.products, parts.containers].map(nameOf);
  const data = useAnswer<AnswerOf<K>>(
    args === null ? null : [name, parts.id, JSON.stringify(said), ...key].join('/'),
    () => callCore(name, args!, { key: `${name} ${JSON.stringify(said).slice(0, 200)}` }),
  );
  return args === null ? null : data;
}

/** Routes to a colour; null: not enough is said; undefined: being worked out. */
export function useMatch(asked: MatchAsked | null): Result<MatchAnswer> | null | undefined {
  const nowMin = useNowMin();
  return useAsked('match', asked && [asked, nowMin], asked);
}

/** What layers look like on the wood of a zone, band by band. */
export const useBands = (
  pieceId: string,
  zoneId: ZoneId,
  layers: readonly ColourLayer[],
): Result<StickBand[]> | null | undefined => useAsked('bandsOn', [pieceId, zoneId, layers], [pieceId, zoneId, layers]);

/** How the bare wood of a zone looks. */
export const useWoodLooks = (pieceId: string, zoneId: ZoneId): Result<WoodLook[]> | null | undefined =>
  useAsked('woodLooks', [pieceId, zoneId], [pieceId, zoneId]);

/** What a recipe looks like on the wood of another piece. */
export function useRecipeOn(
  recipe: ColourRecipe,
  { surfaces, colours, sticks }: WoodOfPiece,
  zoneId: ZoneId,
): Result<RecipeOn> | null | undefined {
  const wood: WoodOfPiece = { surfaces, colours, sticks };
  return useAsked('recipeOn', [recipe, wood, zoneId], [recipe, wood, zoneId]);
}

/** Mixes of paints for a colour. */
export const usePaintMixes = (asked: PaintAsked | null): Result<PaintMixAnswer[]> | null | undefined =>
  useAsked('paintMixes', asked && [asked], asked);

/** What can be done with a colour that came out wrong. */
export const useRemedies = (asked: TroubleAsked | null): Result<RemedyAnswer[]> | null | undefined =>
  useAsked('putRight', asked && [asked], asked);
