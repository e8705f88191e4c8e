import { speciesTable } from '@cosmesis/core/piece';
import { good, parseNumber, type Result, refused } from '@cosmesis/core/units';
import {
  conditions,
  type MaterialKind,
  materialKinds,
  type OldFinishKind,
  oldFinishKinds,
  type Piece,
  type Surface,
} from '@cosmesis/core/workshop';
import { useEditPiece } from '../../../store/useEditPiece';
import { MeasureField } from '../../../ui/MeasureField';
import { Select } from '../../../ui/Select';
import { conditionNames, finishNames, materialNames } from './words';

type Part = 'carcass' | 'top' | 'fronts';

const sameSurface = (a: Surface, b: Surface): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Parts that say the same as the carcass follow it, so that one answer does for a piece that is alike all over. */
function setSurface(piece: { surfaces: Piece['surfaces'] }, part: Part, next: Surface): void {
  const before = piece.surfaces[part];
  const follow =
    part === 'carcass' ? (['top', 'fronts'] as const).filter((p) => sameSurface(piece.surfaces[p], before)) : [];
  for (const p of [part, ...follow]) piece.surfaces[p] = next;
}

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

/** What one part is made of and carries. */
export function SurfaceFields({
  piece,
  part,
  title,
  help,
}: {
  piece: Piece;
  part: Part;
  title: string;
  help?: string;
}) {
  const edit = useEditPiece(piece.id);
  const surface = piece.surfaces[part];
  const { material, oldFinish } = surface;
  const follows = part !== 'carcass' && sameSurface(surface, piece.surfaces.carcass);
  const set = (
    label: string,
    change: { material?: Partial<Surface['material']>; oldFinish?: Partial<Surface['oldFinish']> },
    mergeKey: string | null = null,
  ) =>
    edit(
      label,
      (draft) =>
        setSurface(draft, part, {
          material: { ...material, ...change.material },
          oldFinish: { ...oldFinish, ...change.oldFinish },
        }),
      mergeKey,
    );
  const board = material.kind === 'mdf' || material.kind === 'particleboard';
  return (
    <fieldset>
      <legend>
        {title} {follows && <span className="quiet">same as the carcass</span>}
      </legend>
      {help && <p className="quiet">{help}</p>}
      <div className="fields" style={{ marginTop: 8 }}>
        <Select
          label={`${title}: made of`}
          value={material.kind}
          options={materialKinds.map((k) => ({ value: k, name: materialNames[k] }))}
          onPick={(kind) =>
            set(`${title}: material`, { material: { kind: kind as MaterialKind, veneerThicknessMm: null } })
          }
        />
        {!board && (
          <Select
            label={`${title}: wood`}
            value={material.speciesId ?? 'unknown'}
            options={speciesTable.map((s) => ({ value: s.id, name: s.name }))}
            onPick={(speciesId) => set(`${title}: wood`, { material: { speciesId } })}
          />
        )}
        {material.kind === 'veneer' && (
          <MeasureField
            label={`${title}: veneer thickness, mm`}
            draftKey={`${piece.id}/${part}/veneer`}
            shown={material.veneerThicknessMm === null ? '' : String(material.veneerThicknessMm)}
            parse={parseThickness}
            onValue={(veneerThicknessMm) =>
              set(`${title}: veneer thickness`, { material: { veneerThicknessMm } }, `${piece.id}/${part}/veneer`)
            }
            onEmpty={() => set(`${title}: veneer thickness`, { material: { veneerThicknessMm: null } })}
            help="Empty: not known, then by hand only"
          />
        )}
        <Select
          label={`${title}: old finish`}
          value={oldFinish.kind}
          options={oldFinishKinds.map((k) => ({ value: k, name: finishNames[k] }))}
          onPick={(kind) => set(`${title}: old finish`, { oldFinish: { kind: kind as OldFinishKind } })}
        />
        {oldFinish.kind !== 'none' && oldFinish.kind !== 'wax' && (
          <Select
            label={`${title}: its condition`}
            value={oldFinish.condition}
            options={conditions.map((k) => ({ value: k, name: conditionNames[k] }))}
            onPick={(condition) =>
              set(`${title}: condition`, { oldFinish: { condition: condition as Surface['oldFinish']['condition'] } })
            }
          />
        )}
      </div>
    </fieldset>
  );
}
