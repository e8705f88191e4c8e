import type { Settings } from '@cosmesis/core/workshop';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useSettings } from '../../store/useWorkshop';
import { HeldTextField } from '../../ui/HeldTextField';
import { Keys } from '../../ui/Keys';
import { Fields } from '../../ui/layout';
import { NumberField } from '../../ui/NumberField';
import { setSettings } from './setSettings';

type PapersSettings = NonNullable<Settings['papers']>;
const longestText = 4000;

/** Who made it, on what terms, on which paper: what stands on offers, bills and cards. */
export default function PaperSettings() {
  const { papers, unitSystem } = useSettings();
  const own: PapersSettings = papers ?? {
    maker: '',
    terms: '',
    size: unitSystem === 'us' ? 'letter' : 'a4',
    taxFrac: null,
  };
  const change = (label: string, made: (p: PapersSettings) => PapersSettings, key: string | null = null) =>
    setSettings(
      label,
      (s) => {
        s.papers = made({ ...own, ...s.papers });
      },
      key,
    );
  return (
    <Stack spacing={3} sx={{ maxWidth: 620 }}>
      <Typography>
        What stands on <b>offers, bills, care cards</b> and the papers of a piece.
      </Typography>
      <HeldTextField
        label="Who made it"
        helperText="Name, address, telephone, a line each"
        multiline
        minRows={3}
        value={own.maker}
        onText={(text) => change('Who made it', (p) => ({ ...p, maker: text.slice(0, longestText) }), 'papers/maker')}
      />
      <HeldTextField
        label="Terms under an offer"
        helperText="Your own words: deposit, what is found below, how long the offer holds"
        multiline
        minRows={4}
        value={own.terms}
        onText={(text) => change('Terms', (p) => ({ ...p, terms: text.slice(0, longestText) }), 'papers/terms')}
      />
      <Keys
        legend="Paper"
        value={own.size}
        onPick={(size) => change('Size of paper', (p) => ({ ...p, size }))}
        choices={[
          { value: 'a4', name: 'A4' },
          { value: 'letter', name: 'US Letter' },
        ]}
      />
      <Fields>
        <NumberField
          label="Rate added to a bill, %"
          draftKey="papers/tax"
          value={own.taxFrac === null ? null : own.taxFrac * 100}
          least={0}
          most={100}
          digits={2}
          onValue={(percent) => change('Rate added to a bill', (p) => ({ ...p, taxFrac: percent / 100 }))}
          onEmpty={() => change('Rate added to a bill', (p) => ({ ...p, taxFrac: null }))}
        />
      </Fields>
      <Typography variant="body2">
        Left empty, nothing is added. Whether and how your work is taxed is for you and your adviser.
      </Typography>
    </Stack>
  );
}
