import { duration, formatVolume, money } from '@cosmesis/core/units';
import type { Product } from '@cosmesis/core/workshop';
import { DataGrid, type GridColDef } from '@mui/x-data-grid';
import { Link } from 'react-router';
import { useSettings } from '../../store/useWorkshop';
import { Mark } from '../../ui/layout';
import { toProduct } from '../../ui/links';
import { kindNames } from './words';

const dayMin = 24 * 60;
/** Long waits are told in days. */
const wait = (minutes: number): string =>
  minutes >= 4 * dayMin ? `${+(minutes / dayMin).toFixed(1)} days` : duration(minutes);

const windowOf = ({ times }: Product): string =>
  times.recoatUntilMin
    ? `${wait(times.recoatFromMin.high)} to ${wait(times.recoatUntilMin.low)}`
    : times.recoatFromMin.high > 0
      ? `from ${wait(times.recoatFromMin.high)}`
      : '';

/** An end of a spread: as it was read or typed, or with the digits that a value from memory deserves. */
const spreadEnd = (r: NonNullable<Product['spreadM2PerL']>, end: 'low' | 'high'): number =>
  r.tag === 'T' || r.tag === 'M' ? +r[end].toPrecision(2) : r[end];

/** Every product as a row: sorted by a press on a heading, filtered by the menu of a heading. */
export default function ProductGrid({ products }: { products: readonly Product[] }) {
  const { unitSystem, currency } = useSettings();
  const columns: GridColDef<Product>[] = [
    {
      field: 'name',
      headerName: 'Product',
      flex: 2,
      minWidth: 220,
      renderCell: ({ row }) => (
        <>
          <Mark
            sx={{ width: 18, height: 18, mr: 1.25, flex: 'none', verticalAlign: '-3px' }}
            style={{ background: row.colour }}
          />
          <Link to={toProduct(row.id)}>{row.name}</Link>
        </>
      ),
    },
    { field: 'kind', headerName: 'Kind', flex: 1, minWidth: 130, valueGetter: (_, p) => kindNames[p.kind] },
    {
      field: 'rate',
      headerName: 'Covers by brush',
      flex: 1,
      minWidth: 150,
      valueGetter: (_, p) => p.spreadM2PerL?.likely ?? null,
      valueFormatter: (_, { spreadM2PerL: r }) =>
        r ? `${spreadEnd(r, 'low')}–${spreadEnd(r, 'high')} m²/L` : 'by the place',
    },
    {
      field: 'recoat',
      headerName: 'Next coat',
      flex: 1,
      minWidth: 130,
      valueGetter: (_, p) => p.times.recoatFromMin.high,
      valueFormatter: (_, p) => windowOf(p),
    },
    {
      field: 'packs',
      headerName: 'Packs',
      flex: 1.4,
      minWidth: 180,
      valueGetter: (_, p) => p.packs[0]?.price ?? null,
      valueFormatter: (_, { packs }) =>
        packs.map((p) => `${formatVolume(p.volumeL, unitSystem)} ${money(p.price, currency)}`).join(', '),
    },
  ];
  return (
    <DataGrid
      label="Products"
      rows={products as Product[]}
      columns={columns}
      getRowHeight={() => 'auto'}
      hideFooter
      disableRowSelectionOnClick
      disableColumnResize
      sx={{
        height: 'calc(100vh - 260px)',
        minHeight: 420,
        border: 0,
        fontSize: 16,
        '--DataGrid-rowBorderColor': 'var(--hair)',
        background: 'none',
        '--DataGrid-containerBackground': 'var(--ground)',
        '& .MuiDataGrid-columnHeaderTitle': { fontWeight: 700 },
        '& .MuiDataGrid-columnHeaders': { borderBottom: '2px solid var(--ink)' },
        '& .MuiDataGrid-cell': { py: 1.25, lineHeight: 1.35 },
      }}
    />
  );
}
