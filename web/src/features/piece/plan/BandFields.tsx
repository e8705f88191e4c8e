import { bandShares } from '@cosmesis/core/finishing';
import type { Zone } from '@cosmesis/core/piece';
import { formatArea, formatLength, good, parseLength, parseNumber, type Result, refused } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import { useEditPiece } from '../../../store/useEditPiece';
import { useParts } from '../../../store/useWorkshop';
import { Keys } from '../../../ui/Keys';
import { Fields } from '../../../ui/layout';
import { MeasureField } from '../../../ui/MeasureField';
import { Select } from '../../../ui/Select';

type Bands = NonNullable<Piece['bands']>;

const parseShare = (text: string): Result<number> => {
  const percent = parseNumber(text.replace('%', ''));
  return percent !== undefined && percent > 0 && percent < 100
    ? good(percent / 100)
    : refused({ code: 'share_unreadable', path: '', message: 'Write a share of the height between 1 and 99 %.' });
};

/** Bands of colour from below, their edges measured from the floor or by proportion; matching pieces copy them. */
export function BandFields({ piece, zone }: { piece: Piece; zone: Zone }) {
  const edit = useEditPiece(piece.id);
  const { products, pieces, settings } = useParts('products', 'pieces', 'settings');
  const paints = Object.values(products).filter((p) => p.kind === 'paint');
  const paintAt = (i: number): string => paints[i % paints.length]?.id ?? '';
  const high = Math.max(...zone.faces.flatMap((f) => f.outline.map((p) => p[1])));
  const usual: Bands = {
    from: 'floor',
    edges: [Math.round((high / 2) * 100) / 100],
    productIds: [paintAt(0), paintAt(1)],
  };
  const bands = piece.bands ?? usual;
  const set = (label: string, next: Bands, mergeKey: string | null = null) =>
    edit(
      label,
      (draft) => {
        draft.bands = next;
      },
      mergeKey,
    );
  const setFrom = (from: Bands['from']) =>
    set('Bands measured from', {
      ...bands,
      from,
      edges: bands.edges.map((_, i) =>
        from === 'floor' ? (high * (i + 1)) / (bands.edges.length + 1) : (i + 1) / (bands.edges.length + 1),
      ),
    });
  const setCount = (count: number) =>
    set('Number of bands', {
      from: bands.from,
      edges: Array.from({ length: count - 1 }, (_, i) => ((i + 1) / count) * (bands.from === 'floor' ? high : 1)),
      productIds: Array.from({ length: count }, (_, i) => bands.productIds[i] ?? paintAt(i)),
    });
  const matching = Object.values(pieces).filter(
    (p) => p.id !== piece.id && p.bands && piece.setName !== null && p.setName === piece.setName,
  );
  const shares = bandShares(zone.faces, bands);
  const rising = bands.edges.every((e, i) => i === 0 || e > bands.edges[i - 1]!);
  if (paints.length === 0)
    return <Alert severity="warning">Bands need paint: put one on the shelf under Products, then set them out.</Alert>;
  return (
    <Stack sx={{ borderLeft: '6px solid var(--line)', p: '4px 0 4px 16px', m: '8px 0 14px' }}>
      <Stack direction="row">
        <Keys<Bands['from']>
          legend="Edges of the bands"
          value={bands.from}
          onPick={setFrom}
          choices={[
            { value: 'floor', name: 'from the floor' },
            { value: 'proportion', name: 'by proportion' },
          ]}
        />
        <Keys<string>
          legend="Bands"
          value={String(bands.productIds.length)}
          onPick={(n) => setCount(Number(n))}
          choices={['2', '3', '4'].map((n) => ({ value: n, name: n }))}
        />
      </Stack>
      {!rising && <Alert severity="warning">Edges have to rise from the lowest band to the highest.</Alert>}
      <Stack component="ol" className="bare">
        {bands.productIds
          .map((productId, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a band is its place
            <Fields as="li" key={i}>
              <Select
                label={`Colour of band ${i + 1}`}
                value={productId}
                options={paints.map((p) => ({ value: p.id, name: p.name }))}
                onPick={(id) =>
                  set('Colour of a band', { ...bands, productIds: bands.productIds.map((p, j) => (j === i ? id : p)) })
                }
                help={formatArea((shares[i] ?? 0) * zone.areaM2, settings.unitSystem)}
              />
              {i < bands.edges.length && (
                <MeasureField
                  label={`Upper edge of band ${i + 1}`}
                  draftKey={`${piece.id}/band/${i}`}
                  shown={
                    bands.from === 'floor'
                      ? formatLength(bands.edges[i]!, settings.unitSystem)
                      : `${Math.round(bands.edges[i]! * 100)} %`
                  }
                  parse={bands.from === 'floor' ? (text) => parseLength(text, settings.unitSystem) : parseShare}
                  onValue={(edge) =>
                    set(
                      'Edge of a band',
                      { ...bands, edges: bands.edges.map((e, j) => (j === i ? edge : e)) },
                      `${piece.id}/band/${i}`,
                    )
                  }
                />
              )}
            </Fields>
          ))
          .reverse()}
      </Stack>
      {matching.map((other) => (
        <Button
          variant="outlined"
          key={other.id}
          onClick={() =>
            other.bands &&
            set(`Bands of ${other.name}`, {
              ...other.bands,
              edges: [...other.bands.edges],
              productIds: [...other.bands.productIds],
            })
          }
        >
          Take the bands of {other.name}
        </Button>
      ))}
    </Stack>
  );
}
