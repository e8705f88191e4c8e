import { exactMoney } from '@cosmesis/core/units';
import type { Piece, PieceMoney } from '@cosmesis/core/workshop';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { doDeed } from '../../../store/doDeed';
import { useEarned } from '../../../store/useEarned';
import { useSettings } from '../../../store/useWorkshop';
import { DateTimeField } from '../../../ui/DateTimeField';
import { HeldTextField } from '../../../ui/HeldTextField';
import { Big, Fields } from '../../../ui/layout';
import { NumberField } from '../../../ui/NumberField';
import { ScrollRegion } from '../../../ui/ScrollRegion';
import { say } from '../../../ui/say';
import { fromField, toField } from '../../../ui/zonedInput';

const amounts = [
  { key: 'boughtFor', label: 'Bought for' },
  { key: 'otherCosts', label: 'Other costs' },
  { key: 'soldFor', label: 'Sold for' },
  { key: 'fee', label: 'What selling it cost' },
] as const;
const days = [
  { key: 'boughtAt', label: 'Bought on' },
  { key: 'offeredAt', label: 'Offered since' },
  { key: 'soldAt', label: 'Sold on' },
] as const;
const mostMoney = 10_000_000;
/** The hour that stands for a day. */
const noon = 'T12:00';

/** What came in and went out for a piece, and what an hour of it earned. */
export function MoneyFields({ piece }: { piece: Piece }) {
  const { currency, timeZone } = useSettings();
  const [told] = useEarned([piece.id]) ?? [];
  const own = piece.money;
  const note = (label: string, change: Partial<PieceMoney>, key: string | null = null) => {
    const done = doDeed(label, { do: 'note-money', pieceId: piece.id, change }, key);
    if (!done.ok) say({ text: done.issues[0]?.message ?? 'It was not taken over.' });
  };
  const exact = (minor: number) => exactMoney(minor, currency);
  return (
    <Stack component="section" aria-label="What it earns" spacing={2} sx={{ maxWidth: 860 }}>
      <Typography variant="h2">What it earns</Typography>
      <Fields>
        {amounts.map(({ key, label }) => (
          <NumberField
            key={key}
            label={`${label}, ${currency}`}
            draftKey={`${piece.id}/money/${key}`}
            value={own?.[key] ?? null}
            least={0}
            most={mostMoney}
            onValue={(value) => note(label, { [key]: value }, `${piece.id}/money/${key}`)}
            onEmpty={() => note(label, { [key]: null })}
          />
        ))}
        {days.map(({ key, label }) => (
          <DateTimeField
            key={key}
            dayOnly
            label={label}
            value={toField(own?.[key] ?? null, timeZone).slice(0, 10)}
            onChange={(day) => note(label, { [key]: day === '' ? null : fromField(`${day}${noon}`, timeZone) })}
          />
        ))}
        <HeldTextField
          label="Where it was sold"
          value={own?.soldOn ?? ''}
          onText={(text) => note('Sold through', { soldOn: text.slice(0, 200) }, `${piece.id}/money/soldOn`)}
        />
      </Fields>
      {told && told.costMinor + told.workedMin + told.aheadMin > 0 && (
        <>
          <Stack direction="row" sx={{ gap: '14px 40px' }}>
            {told.perHourMinor !== null && (
              <div>
                <Typography variant="body2">
                  {told.sold ? 'Earned by each hour' : 'Would earn by each hour, at the price it is to sell for'}
                </Typography>
                <Big as="p">{exact(told.perHourMinor)}</Big>
              </div>
            )}
            {told.profitMinor !== null && (
              <div>
                <Typography variant="body2">{told.profitMinor < 0 ? 'Lost' : 'Left over for the hours'}</Typography>
                <Big as="p">{exact(Math.abs(told.profitMinor))}</Big>
              </div>
            )}
            <div>
              <Typography variant="body2">Hours worked, and to come</Typography>
              <Big as="p">
                {(told.workedMin / 60).toFixed(1)} + {(told.aheadMin / 60).toFixed(1)}
              </Big>
            </div>
          </Stack>
          <ScrollRegion label="What it costs">
            <Table>
              <TableBody>
                {[...told.costs, { name: 'Costs together', minor: told.costMinor }].map((c) => (
                  <TableRow key={c.name}>
                    <TableCell>{c.name}</TableCell>
                    <TableCell align="right">{exact(c.minor)}</TableCell>
                  </TableRow>
                ))}
                {told.broughtMinor !== null && (
                  <TableRow>
                    <TableCell>
                      <b>{told.sold ? 'Brought' : 'Is to bring'}</b>
                    </TableCell>
                    <TableCell align="right">
                      <b>{exact(told.broughtMinor)}</b>
                    </TableCell>
                  </TableRow>
                )}
              </TableBody>
            </Table>
          </ScrollRegion>
          <Typography variant="body2">
            {told.broughtMinor === null &&
              'Write what it sold for, or in the survey what it is to sell for, to see what an hour earns. '}
            All pieces together stand under <Link to="/earned">What it earned</Link>.
          </Typography>
        </>
      )}
    </Stack>
  );
}
