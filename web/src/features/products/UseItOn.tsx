import { stepKind } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import type { Product, StepKindId, ZoneId } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useNavigate } from 'react-router';
import { useDraws } from '../../store/useDraws';
import { editPiece } from '../../store/useEditPiece';
import { useParts } from '../../store/useWorkshop';
import { toPiece } from '../../ui/links';
import { say } from '../../ui/say';

/** A kind of step on a zone of a piece that could take the product. */
interface Place {
  key: string;
  pieceId: string;
  pieceName: string;
  zoneId: ZoneId;
  kind: StepKindId;
  nowId: string;
}

/** Steps to come that a product of this kind can be used for, once each. */
function usePlaces(product: Product): Place[] {
  const draws = useDraws();
  const places = new Map<string, Place>();
  for (const { pieceId, pieceName, productId, zoneId, kind } of draws) {
    if (zoneId === null || productId === product.id || !stepKind(kind).uses.includes(product.kind)) continue;
    const key = `${pieceId}/${zoneId}/${kind}`;
    places.set(key, { key, pieceId, pieceName, zoneId, kind, nowId: productId });
  }
  return [...places.values()];
}

/** Where a product could be used now: one press puts it into the plan. */
export function UseItOn({ product }: { product: Product }) {
  const { products } = useParts('products');
  const navigate = useNavigate();
  const places = usePlaces(product);
  if (places.length === 0) return null;
  const use = ({ pieceId, pieceName, zoneId, kind }: Place) => {
    editPiece(pieceId, `Use ${product.name}`, (draft) => {
      const was = draft.choices[`${zoneId}/${kind}`];
      draft.choices[`${zoneId}/${kind}`] = { coats: null, ...was, productId: product.id, method: null };
    });
    say({
      text: `${pieceName}, ${zoneNames[zoneId].toLowerCase()}: ${product.name}.`,
      action: { name: 'Show the plan', run: () => void navigate(toPiece(pieceId, 'plan')) },
    });
  };
  return (
    <Stack component="section" aria-label="Use it on">
      <Typography variant="h2">Use it on…</Typography>
      <Table>
        <TableBody>
          {places.map((p) => (
            <TableRow key={p.key}>
              <TableCell>
                {p.pieceName}, {zoneNames[p.zoneId].toLowerCase()}: {stepKind(p.kind).verb.toLowerCase()}
                <Typography variant="body2">now {products[p.nowId]?.name ?? 'a product that is gone'}</Typography>
              </TableCell>
              <TableCell align="right">
                <Button
                  variant="outlined"
                  aria-label={`Use it on ${p.pieceName}, ${zoneNames[p.zoneId].toLowerCase()}: ${stepKind(p.kind).verb.toLowerCase()}`}
                  onClick={() => use(p)}
                >
                  Use it here
                </Button>
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Stack>
  );
}
