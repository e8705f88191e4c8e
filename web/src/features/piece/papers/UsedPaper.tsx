import { usedRows } from '@cosmesis/core/takeaway';
import { dayTime, duration, formatTemperature, formatVolume } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useNowMin } from '../../../store/useNowMin';
import { useParts } from '../../../store/useWorkshop';
import { HeadRow } from '../../../ui/HeadRow';
import { ScrollRegion } from '../../../ui/ScrollRegion';

/** What was really used on a piece, step by step: what the same finish is made from again. */
export function UsedPaper({ piece }: { piece: Piece }) {
  const { products, settings } = useParts('products', 'settings');
  const nowMin = useNowMin();
  const rows = usedRows(piece, products);
  return (
    <Stack component="section" aria-label="What was used">
      <Typography variant="h2">{piece.name}: what was used</Typography>
      {rows.length === 0 ? (
        <Typography>Nothing is logged yet: press Done when a sitting is done.</Typography>
      ) : (
        <ScrollRegion label="Steps as they were done">
          <Table>
            <HeadRow
              of={[
                'Done',
                'Step',
                { name: 'Used', figures: true },
                'Batch',
                { name: 'Waited', figures: true },
                { name: 'Air', figures: true },
              ]}
            />
            <TableBody>
              {rows.map((r) => (
                <TableRow key={r.id}>
                  <TableCell className="n">{dayTime(r.atMin, nowMin, settings.timeZone)}</TableCell>
                  <TableCell>
                    {r.where}: {r.what.toLowerCase()}
                    {r.product && <Typography variant="body2">{r.product}</Typography>}
                    {r.note && (
                      <Typography variant="body2">
                        <i>{r.note}</i>
                      </Typography>
                    )}
                  </TableCell>
                  <TableCell align="right">
                    {r.litres === null ? '' : formatVolume(r.litres, settings.unitSystem)}
                    {r.litres !== null && r.asPlanned && <Typography variant="body2">as planned</Typography>}
                  </TableCell>
                  <TableCell>{r.batch}</TableCell>
                  <TableCell align="right">{r.waitedMin === null ? '' : duration(r.waitedMin)}</TableCell>
                  <TableCell align="right">
                    {r.air &&
                      `${formatTemperature(r.air.airTempC, settings.unitSystem)}, ${Math.round(r.air.relHumFrac * 100)} %`}
                  </TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </ScrollRegion>
      )}
    </Stack>
  );
}
