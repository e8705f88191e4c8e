import { plainlyDifferent } from '@cosmesis/core/colour';
import { zoneNames } from '@cosmesis/core/piece';
import type { ColourRecipe, Piece, ZoneId } from '@cosmesis/core/workshop';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { useRecipeOn } from '../../store/useColours';

/** From here on a correction is worth seeking, ΔE00: half of what is plainly different. */
const worthCorrecting = plainlyDifferent / 2;

/** A recipe looks otherwise on another wood: by how much, and where the correction is sought. */
export function RecipeElsewhere({
  recipe,
  to,
  zoneId,
  isNew = false,
}: {
  recipe: ColourRecipe;
  to: Piece;
  zoneId: ZoneId;
  /** The piece is not in the workshop yet: nothing can be sought for it. */
  isNew?: boolean;
}) {
  const told = useRecipeOn(recipe, to, zoneId);
  if (!told) return null;
  if (!told.ok) return <Typography>{told.issues[0]?.message}</Typography>;
  const correct = new URLSearchParams({
    piece: to.id,
    zone: zoneId,
    target: recipe.expected.join(' '),
    called: recipe.targetName || 'the other piece',
  });
  return (
    <Typography>
      The recipe of the {zoneNames[zoneId].toLowerCase()}. {told.value.words}{' '}
      {!isNew && told.value.deltaE > worthCorrecting && <Link to={`/colour?${correct}`}>Seek the correction</Link>}
    </Typography>
  );
}
