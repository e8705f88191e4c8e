import { typicalProducts } from '@cosmesis/core/products';
import { formatVolume, parseVolume, refused } from '@cosmesis/core/units';
import type { Product, SourcedRange } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { lazy, Suspense } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { theStore } from '../../store/theStore';
import { useSettings, useWorkshopPart } from '../../store/useWorkshop';
import { HeldTextField } from '../../ui/HeldTextField';
import { Fields } from '../../ui/layout';
import { MeasureField } from '../../ui/MeasureField';
import { say } from '../../ui/say';
import { Term } from '../../ui/Term';
import { tagWords } from '../../ui/Working';
import { MoreFields } from './MoreFields';
import { attempt, RangeFields, SingleField, within } from './sheetFields';
import { UseItOn } from './UseItOn';
import { kindNames, timeNames } from './words';

function Packs({ product }: { product: Product }) {
  const settings = useSettings();
  return (
    <Stack component="section" aria-label="Packs">
      <Typography variant="h2">Packs</Typography>
      {product.packs
        .map((pack, i) => ({ pack, i, key: `pack-${i}` }))
        .map(({ pack, i, key }) => (
          <Fields key={key} style={{ gridTemplateColumns: 'minmax(110px, 160px) minmax(110px, 160px) auto' }}>
            <MeasureField
              label={`Pack ${i + 1}`}
              draftKey={`${product.id}/pack/${i}`}
              shown={formatVolume(pack.volumeL, settings.unitSystem)}
              help={tagWords[pack.tag]}
              parse={(text) => {
                const v = parseVolume(text, settings.unitSystem);
                return v.ok && v.value <= 0
                  ? refused({ code: 'pack_empty', path: '', message: 'A pack holds more than nothing.' })
                  : v;
              }}
              onValue={(volumeL) =>
                attempt(product, 'Pack size', `${product.id}/pack/${i}`, (draft) => {
                  draft.packs[i] = { ...pack, volumeL, tag: 'own' };
                })
              }
            />
            <MeasureField
              label={`Price, ${settings.currency}`}
              draftKey={`${product.id}/price/${i}`}
              shown={String(pack.price)}
              parse={within(0, 100_000, '')}
              onValue={(price) =>
                attempt(product, 'Price', `${product.id}/price/${i}`, (draft) => {
                  draft.packs[i] = { ...pack, price, tag: 'own' };
                })
              }
            />
            <Button
              aria-label={`Remove pack ${i + 1}`}
              onClick={() =>
                attempt(product, 'Remove a pack', '', (draft) => {
                  draft.packs.splice(i, 1);
                })
              }
            >
              Remove
            </Button>
          </Fields>
        ))}
      <div>
        <Button
          variant="outlined"
          onClick={() =>
            attempt(product, 'Add a pack', '', (draft) => {
              draft.packs.push({ volumeL: 1, price: 0, tag: 'own' });
            })
          }
        >
          Add a pack
        </Button>
      </div>
    </Stack>
  );
}

const HidingChart = lazy(() => import('../../ui/HidingChart').then((m) => ({ default: m.HidingChart })));

/** Takes a sheet of one's own away; plans that used it fall back on the usual product. */
function Remove({ product }: { product: Product }) {
  const navigate = useNavigate();
  return (
    <div>
      <Button
        onClick={() => {
          theStore().transact(`Take away the sheet: ${product.name}`, (draft) => {
            delete draft.products[product.id];
          });
          say({
            text: `Taken away: ${product.name}. Plans that used it take the usual product.`,
            action: { name: 'Undo', run: () => theStore().undo() },
          });
          void navigate('/products');
        }}
      >
        Take this sheet away
      </Button>
    </div>
  );
}

/** One product: every value with where it comes from; what is typed here wins and can be reset. */
export default function ProductSheet() {
  const { productId = '' } = useParams();
  const product = useWorkshopPart((w) => w.products)[productId];
  const typical = (typicalProducts as readonly Product[]).find((p) => p.id === productId);
  if (!product) {
    return (
      <Stack>
        <Typography variant="h1">This product is not on the shelf</Typography>
        <Link to="/products">All products</Link>
      </Stack>
    );
  }
  const days = 1440;
  const scale = (range: SourcedRange) =>
    range.high >= 2 * days
      ? { factor: days, unit: 'days', most: 400 }
      : range.high >= 120
        ? { factor: 60, unit: 'h', most: 2000 }
        : { factor: 1, unit: 'min', most: 100_000 };
  return (
    <Stack style={{ gap: 26, maxWidth: 900 }}>
      <Stack direction="row">
        <Typography variant="h1">{product.name}</Typography>
        <Typography component="span" variant="body2">
          {kindNames[product.kind]}
        </Typography>
        {typical && (
          <Button
            variant="outlined"
            sx={{ ml: 'auto' }}
            onClick={() => {
              attempt(product, 'Reset to typical', '', (draft) => {
                Object.assign(draft, typical);
              });
              say({ text: 'Typical values are back.', action: { name: 'Undo', run: () => theStore().undo() } });
            }}
          >
            Reset to typical
          </Button>
        )}
      </Stack>
      <Typography>
        Type what the label of your can says. What you type is marked your own, and every plan follows. What is not
        typed is a <Term id="typical" />.
      </Typography>
      {!typical && <UseItOn product={product} />}
      <HeldTextField
        label="Name"
        value={product.name}
        onText={(text) =>
          attempt(product, 'Name', `${product.id}/name`, (draft) => {
            draft.name = text.slice(0, 200);
          })
        }
      />
      <Stack component="section" aria-label="Coverage" style={{ gap: 18 }}>
        <Typography variant="h2">Coverage</Typography>
        {product.spreadM2PerL && (
          <RangeFields
            product={product}
            name="Spreading rate by brush"
            value={product.spreadM2PerL}
            factor={1}
            unit="m²/L"
            least={0.5}
            most={60}
            set={(draft, r) => {
              draft.spreadM2PerL = r;
            }}
          />
        )}
        {product.perPlaceL && (
          <RangeFields
            product={product}
            name="Amount for one place"
            value={product.perPlaceL}
            factor={0.001}
            unit="ml"
            most={1000}
            set={(draft, r) => {
              draft.perPlaceL = r;
            }}
          />
        )}
        <Fields>
          {product.volumeSolidsFrac && (
            <SingleField
              product={product}
              name="Volume solids"
              unit="%"
              shown={product.volumeSolidsFrac.value * 100}
              tag={product.volumeSolidsFrac.tag}
              low={1}
              high={100}
              set={(draft, x) => {
                draft.volumeSolidsFrac = { value: x / 100, tag: 'own' };
              }}
            />
          )}
          {product.thinner && (
            <SingleField
              product={product}
              name={`Thinned with ${product.thinner}`}
              unit="%"
              shown={product.thinningFrac.value * 100}
              tag={product.thinningFrac.tag}
              low={0}
              high={product.thinningMaxFrac.value * 100}
              set={(draft, x) => {
                draft.thinningFrac = { value: x / 100, tag: 'own' };
              }}
            />
          )}
          <SingleField
            product={product}
            name="Coats"
            unit=""
            shown={product.coats}
            tag={product.coats === typical?.coats ? 'M' : 'own'}
            low={1}
            high={20}
            set={(draft, x) => {
              draft.coats = Math.round(x);
            }}
          />
        </Fields>
      </Stack>
      <Stack component="section" aria-label="Times" style={{ gap: 18 }}>
        <Typography variant="h2">Times</Typography>
        <Typography variant="body2">At 23 °C and 50 %, thin coat, moving air.</Typography>
        {timeNames.map(([key, name]) => {
          const range = product.times[key];
          if (range === null || (range.high === 0 && range.tag === 'T')) return null;
          return (
            <RangeFields
              key={key}
              product={product}
              name={name}
              value={range}
              {...scale(range)}
              set={(draft, r) => {
                draft.times[key] = r;
              }}
            />
          );
        })}
        {product.times.blockedMin && (
          <Typography>
            No next coat between {product.times.blockedMin.from} min and {product.times.blockedMin.to / 60} h after a
            coat: it may wrinkle ({tagWords[product.times.blockedMin.tag]}).
          </Typography>
        )}
      </Stack>
      <Stack component="section" aria-label="Air limits" style={{ gap: 18 }}>
        <Typography variant="h2">Air limits</Typography>
        <Fields>
          <SingleField
            product={product}
            name="Not below"
            unit="°C"
            shown={product.air.leastTempC.value}
            tag={product.air.leastTempC.tag}
            low={-10}
            high={40}
            set={(draft, x) => {
              draft.air.leastTempC = { value: x, tag: 'own' };
            }}
          />
          <SingleField
            product={product}
            name="Not above"
            unit="°C"
            shown={product.air.mostTempC.value}
            tag={product.air.mostTempC.tag}
            low={5}
            high={60}
            set={(draft, x) => {
              draft.air.mostTempC = { value: x, tag: 'own' };
            }}
          />
          <SingleField
            product={product}
            name="Humidity at most"
            unit="%"
            shown={product.air.mostRelHumFrac.value * 100}
            tag={product.air.mostRelHumFrac.tag}
            low={10}
            high={100}
            set={(draft, x) => {
              draft.air.mostRelHumFrac = { value: x / 100, tag: 'own' };
            }}
          />
          <SingleField
            product={product}
            name="Surface warmer than the dew point by"
            unit="K"
            shown={product.air.leastDewMarginK.value}
            tag={product.air.leastDewMarginK.tag}
            low={0}
            high={20}
            set={(draft, x) => {
              draft.air.leastDewMarginK = { value: x, tag: 'own' };
            }}
          />
        </Fields>
      </Stack>
      <Packs product={product} />
      <MoreFields product={product} />
      {product.kind === 'paint' && product.hidingFrac > 0 && (
        <Suspense fallback={<Typography variant="body2">Drawing…</Typography>}>
          <HidingChart product={product} />
        </Suspense>
      )}
      {!typical && <Remove product={product} />}
    </Stack>
  );
}
