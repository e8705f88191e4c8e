import type { PaintAsked } from '@cosmesis/core/matching';
import { formatArea, formatVolume } from '@cosmesis/core/units';
import type { Product, ProductKind } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { usePaintMixes } from '../../store/useColours';
import { useParts, useSettings } from '../../store/useWorkshop';
import { Keys } from '../../ui/Keys';
import { Halves, Mark, Panel } from '../../ui/layout';
import { NumberField } from '../../ui/NumberField';
import { ColourField } from './ColourField';
import type { NamedColour } from './NamedColour';
import { Nearness } from './Nearness';
import { Swatch } from './Swatch';
import { ZonePick } from './ZonePick';
import { firstZone, type ZoneRef } from './zonesOfPiece';

const mixable: Readonly<Record<'thick' | 'thin', readonly ProductKind[]>> = {
  thick: ['paint'],
  thin: ['wash', 'glaze'],
};
/** What can stand in one cup: of the kind that is wanted, by brush, in the carrier that most of them have. */
function inOneCup(products: readonly Product[], as: 'thick' | 'thin'): Product[] {
  const own = products.filter((p) => mixable[as].includes(p.kind) && p.methods.some((m) => m !== 'aerosol'));
  const carriers = [...new Set(own.map((p) => p.carrier))];
  const most = carriers.sort(
    (a, b) => own.filter((p) => p.carrier === b).length - own.filter((p) => p.carrier === a).length,
  )[0];
  return own.filter((p) => p.carrier === most);
}

function Mixes({ asked }: { asked: PaintAsked | null }) {
  const told = usePaintMixes(asked);
  const { unitSystem } = useSettings();
  if (told === null) return <Typography>Say what colour is wanted, and choose what there is to mix with.</Typography>;
  if (told === undefined)
    return <Skeleton role="img" variant="rectangular" height={240} aria-label="Mixes are being sought" />;
  if (!told.ok) return <Alert severity="warning">{told.issues[0]?.message}</Alert>;
  return (
    <Stack spacing={2} component="section" aria-label="Mixes">
      <Typography>The nearest first. Mix a spoonful, let it dry on a card, and look.</Typography>
      {[...told.value]
        .sort((a, b) => a.deltaE - b.deltaE)
        .map((m) => {
          const parts = m.parts.map((p) => `${p.productId}:${p.parts}`).join(',');
          return (
            <Panel key={parts} aria-label={`Mix of ${m.parts.length}`}>
              <Nearness deltaE={m.deltaE} />
              <Swatch lab={m.lab} name="Dry, on this screen" />
              <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 0.5 }}>
                {m.parts.map((p) => (
                  <li key={p.productId}>
                    <Mark style={{ background: p.hex, verticalAlign: 'middle', marginRight: 8 }} />
                    {p.parts} {p.parts === 1 ? 'part' : 'parts'} {p.name}
                  </li>
                ))}
              </Box>
              {m.need && (
                <Typography>
                  {formatVolume(m.need.litres, unitSystem)} for{' '}
                  {m.need.coats === 1 ? 'one coat' : `${m.need.coats} coats`} of {formatArea(m.need.areaM2, unitSystem)}
                  , a tenth in reserve.
                </Typography>
              )}
              <div>
                <Button
                  variant="outlined"
                  component={Link}
                  to={`/mix?${new URLSearchParams({
                    product: m.parts[0]!.productId,
                    parts,
                    ...(m.need ? { litres: String(m.need.litres) } : {}),
                  })}`}
                >
                  Take it to the mix bench
                </Button>
              </div>
            </Panel>
          );
        })}
    </Stack>
  );
}

/** The bench where paints, washes and glazes are mixed to a colour. */
export default function PaintMix() {
  const { pieces, products } = useParts('pieces', 'products');
  const [params] = useSearchParams();
  const [target, setTarget] = useState<NamedColour | null>(null);
  const [as, setAs] = useState<'thick' | 'thin'>('thick');
  const [mostParts, setMost] = useState(10);
  const [zone, setZone] = useState<ZoneRef | null>(() => firstZone(pieces, params));
  const can = inOneCup(Object.values(products), as);
  const [own, setOwn] = useState<readonly string[] | null>(null);
  const chosen = (own ?? can.slice(0, 8).map((p) => p.id)).filter((id) => can.some((p) => p.id === id));
  const over = as === 'thin' && zone ? { ...zone, coats: 1 } : null;
  const asked: PaintAsked | null = target && { target: target.lab, productIds: chosen, mostParts, over, forZone: zone };
  return (
    <Halves>
      <Stack spacing={3}>
        <ColourField label="Colour wanted" value={target} onColour={setTarget} large />
        <Keys
          legend="It goes on as"
          value={as}
          choices={[
            { value: 'thick', name: 'A paint that hides' },
            { value: 'thin', name: 'A wash or glaze over wood' },
          ]}
          onPick={(picked) => {
            setAs(picked);
            setOwn(null);
          }}
        />
        {zone && <ZonePick at={zone} label={as === 'thin' ? 'Over' : 'For'} onPick={setZone} />}
        <Autocomplete
          multiple
          options={can.map((p) => p.id)}
          value={[...chosen]}
          getOptionLabel={(id) => products[id]?.name ?? id}
          onChange={(_, ids) => setOwn(ids)}
          renderInput={(field) => (
            <TextField
              {...field}
              label="Mixed from"
              helperText="Of one carrier and one kind: what cannot stand in one cup is left out."
            />
          )}
        />
        <NumberField
          label="Most parts in all"
          draftKey="paint-mix/parts"
          value={mostParts}
          least={2}
          most={20}
          digits={0}
          onValue={(n) => setMost(Math.round(n))}
        />
      </Stack>
      <Mixes asked={asked} />
    </Halves>
  );
}
