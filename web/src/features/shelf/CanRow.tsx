import { leftL, openedAt } from '@cosmesis/core/stock';
import { recordCode } from '@cosmesis/core/takeaway';
import { dateName, formatVolume, minuteOf, parseVolume } from '@cosmesis/core/units';
import type { Container, Product } from '@cosmesis/core/workshop';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { Draft } from 'immer';
import { useState } from 'react';
import { Link } from 'react-router';
import { doDeed } from '../../store/doDeed';
import { theStore } from '../../store/theStore';
import { useParts } from '../../store/useWorkshop';
import { fileName } from '../../ui/download';
import { HeldTextField } from '../../ui/HeldTextField';
import { downloadLabel } from '../../ui/labelPdf';
import { Late } from '../../ui/layout';
import { toMix, toProduct } from '../../ui/links';
import { MeasureField } from '../../ui/MeasureField';
import { NumberField } from '../../ui/NumberField';
import { say } from '../../ui/say';

function editCan(
  id: string,
  label: string,
  change: (can: Draft<Container>) => void,
  mergeKey: string | null = null,
): void {
  theStore().transact(
    label,
    (draft) => {
      const can = draft.containers[id];
      if (!can) throw new Error('the can is gone');
      change(can);
    },
    mergeKey,
  );
}

/** A can with what is known of its product and its days. */
export interface Placed {
  can: Container;
  product: Product;
  untilMin: number | null;
  /** When the planned steps have used this product up; null: not in sight. */
  runsOutMin: number | null;
  fullL: number;
}

/** How full a can is, drawn. */
function Level({ share, colour, label }: { share: number; colour: string; label: string }) {
  const height = 44 * Math.max(0, Math.min(1, share));
  return (
    <svg viewBox="0 0 40 60" width="40" height="60" role="img" aria-label={label}>
      <rect x="6" y={54 - height} width="28" height={height} fill={colour} />
      <path d="M6 10 V54 H34 V10 M4 10 H36 M10 10 Q20 -2 30 10" fill="none" stroke="#15211d" strokeWidth="2.4" />
    </svg>
  );
}

/** What is left by weight: what the can weighs less what it weighs empty. */
function Weigh({ can, densityKgPerL }: { can: Container; densityKgPerL: number }) {
  const [gross, setGross] = useState<number | null>(null);
  const [empty, setEmpty] = useState<number | null>(null);
  const take = () => {
    if (gross === null || empty === null || gross < empty) {
      say({ text: 'Type what the can weighs now and what it weighs empty: the first cannot be less.' });
      return;
    }
    const litres = (gross - empty) / 1000 / densityKgPerL;
    const done = doDeed('Amount left, weighed', { do: 'count', containerId: can.id, litres, by: 'weighed' });
    if (!done.ok) return say({ text: done.issues[0]?.message ?? 'That cannot be weighed.' });
    say({ text: 'Weighed.', action: { name: 'Undo', run: () => theStore().undo() } });
  };
  return (
    <Accordion sx={{ border: '0 !important' }}>
      <AccordionSummary>
        <Typography variant="body2">Weigh</Typography>
      </AccordionSummary>
      <AccordionDetails>
        <Stack direction="row">
          <NumberField
            label="Weighs, g"
            draftKey={`can/${can.id}/gross`}
            value={gross}
            least={0}
            most={100_000}
            digits={1}
            onValue={setGross}
          />
          <NumberField
            label="Empty, g"
            draftKey={`can/${can.id}/empty`}
            value={empty}
            least={0}
            most={100_000}
            digits={1}
            onValue={setEmpty}
          />
          <Button variant="outlined" onClick={take}>
            Take it over
          </Button>
        </Stack>
      </AccordionDetails>
    </Accordion>
  );
}

/** One can: how full it is, until when it can be used, where it stands. */
export function CanRow({ placed, nowMin }: { placed: Placed; nowMin: number }) {
  const { settings, mixes } = useParts('settings', 'mixes');
  const { can, product, untilMin, runsOutMin, fullL } = placed;
  const broughtTo = settings.spaces.find((s) => s.id === can.broughtIn?.spaceId);
  const aged = untilMin !== null && untilMin < nowMin;
  const litresLeft = leftL(can);
  const opened = openedAt(can);
  const parse = (text: string) => parseVolume(text, settings.unitSystem, litresLeft);
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: '44px minmax(220px, 3fr) 150px minmax(120px, 1fr) auto',
        gap: '8px 18px',
        alignItems: 'center',
        p: '10px 0',
        borderTop: '1px solid var(--line)',
        '@media (max-width: 900px)': {
          gridTemplateColumns: '44px minmax(0, 1fr)',
          '& > :nth-child(n + 3)': { gridColumn: 2 },
        },
      }}
      aria-label={product.name}
    >
      <Level
        share={litresLeft / fullL}
        colour={product.colour}
        label={`${formatVolume(litresLeft, settings.unitSystem)} left`}
      />
      <Stack style={{ gap: 4 }}>
        <Typography>
          <Link to={toProduct(product.id)}>{product.name}</Link>
          {can.batch && (
            <Typography component="span" variant="body2">
              {' '}
              · batch {can.batch}
            </Typography>
          )}
          {can.finite && (
            <Typography component="span" variant="body2">
              {' '}
              · cannot be bought again
            </Typography>
          )}
        </Typography>
        <Typography variant="body2">
          {aged ? (
            <Late>past its date since {dateName(untilMin, nowMin, settings.timeZone)}</Late>
          ) : untilMin !== null ? (
            <>use by {dateName(untilMin, nowMin, settings.timeZone)}</>
          ) : (
            'keeps, as far as its label says'
          )}
          {runsOutMin !== null && <> · planned steps use it up {dateName(runsOutMin, nowMin, settings.timeZone)}</>}
          {opened && <> · opened {dateName(minuteOf(opened), nowMin, settings.timeZone)}</>}
          {broughtTo && (
            <>
              {' '}
              · brought in: {broughtTo.name}{' '}
              <Button
                size="small"
                onClick={() =>
                  void doDeed('Back on the shelf', { do: 'bring-in', productId: product.id, spaceId: null })
                }
              >
                Back on the shelf
              </Button>
            </>
          )}
          {can.mixId && mixes[can.mixId] && (
            <>
              {' '}
              · <Link to={toMix(can.mixId)}>its mix</Link>
            </>
          )}
        </Typography>
      </Stack>
      <MeasureField
        label="Left"
        draftKey={`can/${can.id}/left`}
        shown={formatVolume(litresLeft, settings.unitSystem)}
        parse={parse}
        onValue={(litres) =>
          void doDeed('Amount left', { do: 'count', containerId: can.id, litres, by: 'typed' }, `can/${can.id}/left`)
        }
      />
      <HeldTextField
        label="Place"
        helperText=" "
        value={can.place}
        onText={(text) =>
          editCan(
            can.id,
            'Place',
            (c) => {
              c.place = text.slice(0, 200);
            },
            `can/${can.id}/place`,
          )
        }
      />
      <Stack direction="row">
        {product.densityKgPerL && <Weigh can={can} densityKgPerL={product.densityKgPerL.value} />}
        {opened === null && (
          <Button variant="outlined" onClick={() => void doDeed('Open a can', { do: 'open', containerId: can.id })}>
            Opened
          </Button>
        )}
        <Button
          aria-label={`Print its label: ${product.name}`}
          onClick={() =>
            void downloadLabel(fileName(`label ${product.name}`, 'pdf'), {
              title: product.name,
              colour: product.colour,
              code: recordCode('can', can.id),
              lines: [
                ...(can.batch ? [`Batch ${can.batch}`] : []),
                ...(opened ? [`Opened ${dateName(minuteOf(opened), nowMin, settings.timeZone)}`] : []),
                ...(untilMin !== null ? [`Use by ${dateName(untilMin, nowMin, settings.timeZone)}`] : []),
                ...(can.place ? [can.place] : []),
              ],
            })
          }
        >
          Print its label
        </Button>
        <Button
          aria-label={`Take away: ${product.name}`}
          onClick={() => {
            doDeed('Take a can away', { do: 'throw-away', containerId: can.id });
            say({ text: `Taken away: ${product.name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
          }}
        >
          Take away
        </Button>
      </Stack>
    </Box>
  );
}
