import { conditionNames, finishNames, materialOf, materialTable, speciesTable } from '@cosmesis/core/piece';
import { good, parseNumber, type Result, refused } from '@cosmesis/core/units';
import {
  conditions,
  type MaterialKind,
  type OldFinishKind,
  oldFinishKinds,
  type Surface,
} from '@cosmesis/core/workshop';
import { Fields } from '../../../ui/layout';
import { MeasureField } from '../../../ui/MeasureField';
import { Select } from '../../../ui/Select';

function parseThickness(text: string): Result<number> {
  const mm = parseNumber(text.replace(/mm$/i, ''));
  if (mm === undefined)
    return refused({
      code: 'thickness_unreadable',
      path: '',
      message: `"${text}" is not a thickness. Write 0.6, in millimetres.`,
    });
  if (!(mm > 0 && mm <= 10))
    return refused({
      code: 'thickness_absurd',
      path: '',
      message: 'A face veneer is between 0.1 and 10 mm thick. Leave it empty if you do not know.',
    });
  return good(mm);
}

/** What something is made of and carries. */
export function SurfaceFields({
  surface,
  title,
  draftKey,
  onChange,
}: {
  surface: Surface;
  title: string;
  draftKey: string;
  onChange: (label: string, next: Surface, mergeKey?: string) => void;
}) {
  const { material, oldFinish } = surface;
  const row = materialOf(material.kind);
  const setMaterial = (label: string, change: Partial<Surface['material']>, mergeKey?: string) =>
    onChange(label, { ...surface, material: { ...material, ...change } }, mergeKey);
  const setFinish = (label: string, change: Partial<Surface['oldFinish']>) =>
    onChange(label, { ...surface, oldFinish: { ...oldFinish, ...change } });
  return (
    <Fields>
      <Select
        label={`${title}: made of`}
        value={material.kind}
        options={materialTable.map((m) => ({ value: m.id, name: m.name }))}
        onPick={(kind) => setMaterial(`${title}: material`, { kind: kind as MaterialKind, veneerThicknessMm: null })}
      />
      {row.wood && (
        <Select
          label={`${title}: wood`}
          value={material.speciesId ?? 'unknown'}
          options={speciesTable.map((s) => ({ value: s.id, name: s.name }))}
          onPick={(speciesId) => setMaterial(`${title}: wood`, { speciesId })}
        />
      )}
      {material.kind === 'veneer' && (
        <MeasureField
          label={`${title}: veneer thickness, mm`}
          draftKey={`${draftKey}/veneer`}
          shown={material.veneerThicknessMm === null ? '' : String(material.veneerThicknessMm)}
          parse={parseThickness}
          onValue={(veneerThicknessMm) =>
            setMaterial(`${title}: veneer thickness`, { veneerThicknessMm }, `${draftKey}/veneer`)
          }
          onEmpty={() => setMaterial(`${title}: veneer thickness`, { veneerThicknessMm: null })}
          help="Empty: not known, then by hand only"
        />
      )}
      {material.kind !== 'cloth' && material.kind !== 'glass' && (
        <Select
          label={`${title}: old finish`}
          value={oldFinish.kind}
          options={oldFinishKinds.map((k) => ({ value: k, name: finishNames[k] }))}
          onPick={(kind) => setFinish(`${title}: old finish`, { kind: kind as OldFinishKind })}
        />
      )}
      {oldFinish.kind !== 'none' && oldFinish.kind !== 'wax' && (
        <Select
          label={`${title}: its condition`}
          value={oldFinish.condition}
          options={conditions.map((k) => ({ value: k, name: conditionNames[k] }))}
          onPick={(condition) =>
            setFinish(`${title}: condition`, { condition: condition as Surface['oldFinish']['condition'] })
          }
        />
      )}
    </Fields>
  );
}
