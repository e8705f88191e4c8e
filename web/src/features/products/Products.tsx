import type { Issue } from '@cosmesis/core/units';
import { productKinds } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { theStore } from '../../store/theStore';
import { useParts } from '../../store/useWorkshop';
import { download, fileName } from '../../ui/download';
import { FileButton } from '../../ui/FileButton';
import { say } from '../../ui/say';

/** Sheets out of the workshop and into it, as CSV; what could not be read is said row by row. */
function Exchange() {
  const { products, settings } = useParts('products', 'settings');
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const read = async (file: File) => {
    const { productsFromCsv } = await import('@cosmesis/core/takeaway');
    const { ownProduct } = await import('@cosmesis/core/products');
    const told = productsFromCsv(await file.text(), products, ownProduct);
    if (!told.ok) {
      setIssues(told.issues);
      return;
    }
    setIssues(told.value.issues);
    const sheets = told.value.products;
    if (sheets.length > 0)
      theStore().transact(`Read ${sheets.length} product sheets`, (draft) => {
        for (const sheet of sheets) draft.products[sheet.id] = sheet;
      });
    say({
      text: `${sheets.length} ${sheets.length === 1 ? 'sheet' : 'sheets'} read${told.value.issues.length > 0 ? `, ${told.value.issues.length} things to look at` : ''}.`,
      ...(sheets.length > 0 ? { action: { name: 'Undo', run: () => theStore().undo() } } : {}),
    });
  };
  const save = async () => {
    const { productsToCsv } = await import('@cosmesis/core/takeaway');
    download(fileName(`${settings.name} products`, 'csv'), 'text/csv', productsToCsv(Object.values(products)));
  };
  return (
    <>
      <Stack direction="row">
        <Button component={Link} variant="contained" to="/products/new">
          Type in your can’s label
        </Button>
        <Button variant="outlined" onClick={() => void save()}>
          Save the sheets (CSV)
        </Button>
        <FileButton label="Read sheets from CSV" accept=".csv,text/csv" onFile={(file) => void read(file)} />
      </Stack>
      {issues.length > 0 && (
        <Alert severity="warning" role="alert">
          <ul>
            {issues.slice(0, 30).map((i) => (
              <li key={i.path + i.code + i.message}>{i.message}</li>
            ))}
          </ul>
          {issues.length > 30 && <Typography>and {issues.length - 30} more.</Typography>}
        </Alert>
      )}
    </>
  );
}

const ProductGrid = lazy(() => import('./ProductGrid'));

/** The products a plan can use. */
export default function Products() {
  const { products } = useParts('products');
  const all = Object.values(products).sort((a, b) => productKinds.indexOf(a.kind) - productKinds.indexOf(b.kind));
  return (
    <Stack>
      <Typography variant="h1">Products</Typography>
      <Typography variant="body2">
        Generic products, typical values. Open one and type in what the label of your own can says: every plan follows.
      </Typography>
      <Exchange />
      <Suspense fallback={<Skeleton variant="rectangular" height={480} />}>
        <ProductGrid products={all} />
      </Suspense>
    </Stack>
  );
}
