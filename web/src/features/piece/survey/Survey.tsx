import { damageRow, hardwareNames } from '@cosmesis/core/finishing';
import type { View } from '@cosmesis/core/piece';
import {
  buildFaces,
  type Face,
  type Form,
  formById,
  legNames,
  ownershipNames,
  shapeOf,
  shapeToDraw,
  type Zone,
  zoneNames,
  zoneOfFace,
  zonesOf,
} from '@cosmesis/core/piece';
import { formatLength, parseLength } from '@cosmesis/core/units';
import type { LegKind, Piece } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { memo, useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useSettings } from '../../../store/useWorkshop';
import { HeldTextField } from '../../../ui/HeldTextField';
import { Keys } from '../../../ui/Keys';
import { Fields, Two } from '../../../ui/layout';
import { toPiece } from '../../../ui/links';
import { MeasureField } from '../../../ui/MeasureField';
import PhotoButton from '../../../ui/PhotoButton';
import { PieceDrawing, type Pin } from '../../../ui/PieceDrawing';
import { Select } from '../../../ui/Select';
import { say } from '../../../ui/say';
import { UnitKeys } from '../../../ui/UnitKeys';
import { faceColours } from '../../../ui/zoneLooks';
import { usePieceContext } from '../PieceFrame';
import { Photographs } from '../photos/Photographs';
import { CommissionFields } from './CommissionFields';
import { DamageFields } from './DamageFields';
import { FaceList, FacePanel } from './FacePanel';
import { FittingFields } from './FittingFields';
import { FormFields } from './FormFields';
import { HardwareFields } from './HardwareFields';
import { LeadFields } from './LeadFields';
import { MaterialFields } from './MaterialFields';
import { PurposeFields } from './PurposeFields';
import { QuickFields } from './QuickFields';
import { RoomFields } from './RoomFields';
import { SurveySection } from './SurveySection';
import { TestFields } from './TestFields';

const dimensions = [
  ['heightM', 'Height'],
  ['widthM', 'Width'],
  ['depthM', 'Depth'],
] as const;

function Dimensions({ piece, form }: { piece: Piece; form: Form }) {
  const edit = useEditPiece(piece.id);
  const { unitSystem } = useSettings();
  const shape = shapeOf(piece);
  const complaint = (key: string) =>
    shape.ok ? undefined : shape.issues.find((i) => i.path === key && i.code !== 'dimension_missing')?.message;
  const range = (from: number, to: number) =>
    Array.from({ length: to - from + 1 }, (_, i) => ({ value: String(from + i), name: String(from + i) }));
  const counts = {
    drawers: ['Drawers', form.mostDrawers],
    doors: ['Doors', 6],
    shelves: ['Shelves', form.mostShelves],
  } as const;
  return (
    <Stack component="section" aria-label="Measures">
      <Typography variant="h2">Measures</Typography>
      {piece.heightM === null && <UnitKeys />}
      <Fields>
        {dimensions.map(([key, label], i) => (
          <MeasureField
            key={key}
            label={label}
            draftKey={`${piece.id}/${key}`}
            shown={piece[key] === null ? '' : formatLength(piece[key], unitSystem)}
            parse={(text) => parseLength(text, unitSystem)}
            autoFocus={i === 0 && piece.heightM === null}
            onValue={(value) =>
              edit(
                label,
                (draft) => {
                  draft[key] = value;
                },
                `${piece.id}/${key}`,
              )
            }
            help={i === 0 ? '76 cm, 30 in, 2\'6"' : ' '}
            complaint={complaint(key)}
          />
        ))}
        {form.asks.map((key) => (
          <Select
            key={key}
            label={counts[key][0]}
            value={String(piece[key])}
            options={range(0, counts[key][1])}
            onPick={(n) =>
              edit(counts[key][0], (draft) => {
                draft[key] = Number(n);
              })
            }
          />
        ))}
        <Select
          label="Legs or feet"
          value={piece.legs}
          options={form.legs.map((k) => ({ value: k, name: legNames[k] }))}
          onPick={(k) =>
            edit('Legs', (draft) => {
              draft.legs = k as LegKind;
            })
          }
        />
      </Fields>
    </Stack>
  );
}

/** Damage as numbers in its place, things to keep as diamonds. */
const pinsOf = (piece: Piece): Pin[] => [
  ...piece.damage.flatMap((d, i) =>
    d.faceId && d.at ? [{ id: d.id, faceId: d.faceId, at: d.at, mark: String(i + 1), shape: 'damage' as const }] : [],
  ),
  ...piece.kept.map((k) => ({ id: k.id, faceId: k.faceId, at: k.at, mark: '', shape: 'kept' as const })),
  // Of one place one mark, however often it was photographed.
  ...[
    ...new Map(
      (piece.photos ?? []).flatMap(({ of }) =>
        of.kind === 'face' ? [[`${of.faceId} ${of.at.map((x) => x.toFixed(1)).join()}`, of] as const] : [],
      ),
    ),
  ].map(([id, of]) => ({ id: `photo ${id}`, faceId: of.faceId, at: of.at, mark: '', shape: 'photo' as const })),
];

function Picture({ piece, faces, zones }: { piece: Piece; faces: readonly Face[]; zones: readonly Zone[] }) {
  const { unitSystem } = useSettings();
  const { result } = usePieceContext();
  const [view, setView] = useState<View>('right');
  const [picked, setPicked] = useState<{ id: string; at: readonly [number, number] } | null>(null);
  // An area that cuts nothing as it is measured is shown with its face.
  const selected = faces.find((f) => f.id === picked?.id) ?? faces.find((f) => picked?.id.startsWith(`${f.id}/`));
  const measured = (value: number | null) => (value === null ? '?' : formatLength(value, unitSystem));
  const canOpen = faces.some((f) => f.inside);
  return (
    <Stack sx={{ '@media (max-width: 760px)': { maxWidth: 300, mx: 'auto', width: '100%' } }}>
      <Typography variant="h2" className="visually-hidden">
        Drawing
      </Typography>
      <PieceDrawing
        faces={faces}
        view={view}
        selectedId={picked?.id ?? null}
        onSelect={(f, at) => setPicked({ id: f.id, at })}
        colourOf={faceColours(piece, result?.ok ? result.value : undefined, 'now')}
        pins={pinsOf(piece)}
        title={`${piece.name}: press a face to see its area, mark damage on it or move it to another zone`}
        labels={{ width: measured(piece.widthM), height: measured(piece.heightM), depth: measured(piece.depthM) }}
        guessed={piece.heightM === null || piece.widthM === null || piece.depthM === null}
        describe={(f) => {
          const zone = zoneOfFace(piece, f);
          const shot = (piece.photos ?? []).filter((p) => p.of.kind === 'face' && p.of.faceId === f.id).length;
          const marks = [
            ...piece.damage.filter((d) => d.faceId === f.id).map((d) => damageRow(d.kind).name),
            ...(shot > 0 ? [`photographed ${shot === 1 ? 'once' : `${shot} times`}`] : []),
          ];
          return `${f.name}, zone ${zone === 'uncounted' ? 'none' : zoneNames[zone]}${marks.length > 0 ? `, ${marks.join(', ')}` : ''}`;
        }}
      />
      <Keys<View>
        legend="Show it from"
        hideLegend
        value={view}
        onPick={setView}
        choices={[
          { value: 'right', name: 'the right' },
          { value: 'left', name: 'the left' },
          { value: 'below', name: 'below' },
          ...(canOpen ? [{ value: 'open' as const, name: 'opened' }] : []),
        ]}
      />
      {selected && picked ? (
        <>
          <FacePanel
            piece={piece}
            face={selected}
            at={picked.at}
            zoneIds={formById(piece.form).zones}
            onPick={(id) => setPicked({ id, at: [0.5, 0.5] })}
          />
          <PhotoButton
            piece={piece}
            of={{ kind: 'face', faceId: selected.id, at: [...picked.at] }}
            what={selected.name}
          />
        </>
      ) : (
        <Typography variant="body2">
          Press a face where it is damaged, or to see its area and move it to another zone.
        </Typography>
      )}
      <FaceList
        piece={piece}
        zones={zones}
        faces={faces}
        selectedId={picked?.id ?? null}
        onSelect={(id) => setPicked({ id, at: [0.5, 0.5] })}
      />
    </Stack>
  );
}

const counted = (n: number, one: string, many = `${one}s`): string => (n === 0 ? '' : `${n} ${n === 1 ? one : many}`);
const listed = (...parts: string[]): string => parts.filter(Boolean).join(', ') || 'nothing noted';

/** All that is asked of the piece: what is worked out from it meanwhile is no reason to draw it again. */
const Questions = memo(function Questions({ piece }: { piece: Piece }) {
  const edit = useEditPiece(piece.id);
  const navigate = useNavigate();
  const { hash } = useLocation();
  const form = formById(piece.form);
  const faces = buildFaces(shapeToDraw(piece));
  const zones = zonesOf(piece, faces);
  const pulls = faces.some((f) => f.fittings.pulls > 0);
  const remove = () => {
    theStore().transact('Delete a piece', (draft) => {
      delete draft.pieces[piece.id];
    });
    navigate('/pieces');
    say({ text: `${piece.name} deleted.`, action: { name: 'Undo', run: () => theStore().undo() } });
  };
  const tested = Object.values(piece.tests).length;
  return (
    <Two>
      <Picture piece={piece} faces={faces} zones={zones} />
      <Stack style={{ gap: 22 }}>
        <Dimensions piece={piece} form={form} />
        <Stack component="section" aria-label="What it is made of" style={{ gap: 18 }}>
          <Typography variant="h2">What it is made of</Typography>
          <MaterialFields piece={piece} />
        </Stack>
        <QuickFields piece={piece} />
        <LeadFields piece={piece} />
        <div>
          <SurveySection
            id="photographs"
            title="Photographs"
            noted={listed(counted(piece.photos?.length ?? 0, 'photograph'))}
            open={(piece.photos?.length ?? 0) > 0 || hash === '#photographs'}
          >
            <Photographs piece={piece} faces={faces} />
          </SurveySection>
          <SurveySection
            id="damage"
            title="Damage"
            noted={listed(
              counted(piece.damage.length, 'kind'),
              counted(piece.kept.length, 'thing to keep', 'things to keep'),
            )}
            open={piece.damage.length > 0 || hash === '#damage'}
          >
            <DamageFields piece={piece} zones={zones} faces={faces} />
          </SurveySection>
          <SurveySection title="Tests of the old finish" noted={listed(counted(tested, 'zone tested', 'zones tested'))}>
            <TestFields piece={piece} zones={zones.filter((z) => z.id !== 'hardware')} />
          </SurveySection>
          {pulls && (
            <SurveySection title="Hardware" noted={hardwareNames[piece.hardware.treatment]}>
              <HardwareFields piece={piece} faces={faces} />
            </SurveySection>
          )}
          <SurveySection
            title="Fittings and upholstery"
            noted={listed(
              counted(piece.fittings.length, 'kind'),
              piece.upholstery === 'fixed' ? 'seat tacked to the frame' : '',
            )}
          >
            <FittingFields piece={piece} zones={zones} />
          </SurveySection>
          <SurveySection
            title="Parts and changes of form"
            noted={listed(
              counted(piece.addedParts.length, 'part added', 'parts added'),
              counted(piece.removedParts.length, 'part taken away', 'parts taken away'),
              counted(piece.alterations.length, 'change planned', 'changes planned'),
            )}
          >
            <FormFields piece={piece} zones={zones} faces={faces} />
          </SurveySection>
          {piece.ownership === 'commission' && (
            <SurveySection title="Commission" noted="from the enquiry to handing over" open id="commission">
              <CommissionFields piece={piece} />
            </SurveySection>
          )}
          <SurveySection
            title="Whom and what it is for"
            noted={listed(
              ownershipNames[piece.ownership].toLowerCase(),
              piece.setName ?? '',
              counted(Object.keys(piece.wear).length, 'zone with its wear', 'zones with their wear'),
            )}
          >
            <PurposeFields piece={piece} zones={zones} />
          </SurveySection>
        </div>
        <div>
          <SurveySection
            title="Air, dust and the room it will live in"
            noted={listed(
              piece.worksite === 'in-place' ? 'worked where it stands' : piece.worksite === 'open' ? 'in the open' : '',
              piece.decisions['piece/air'] ? 'vapour answered' : '',
              piece.decisions['piece/dust'] ? 'sanded elsewhere' : '',
              piece.home ? `${piece.home.airTempC} °C, ${Math.round(piece.home.relHumFrac * 100)} %` : '',
            )}
          >
            <RoomFields piece={piece} />
          </SurveySection>
        </div>
        <Stack component="section" aria-label="Name and note">
          <HeldTextField
            label="Name"
            value={piece.name}
            onText={(text) =>
              edit(
                'Name',
                (draft) => {
                  draft.name = text.slice(0, 200);
                },
                `${piece.id}/name`,
              )
            }
          />
          <HeldTextField
            label="Note"
            multiline
            minRows={2}
            value={piece.note}
            onText={(text) =>
              edit(
                'Note',
                (draft) => {
                  draft.note = text.slice(0, 4000);
                },
                `${piece.id}/note`,
              )
            }
          />
        </Stack>
        <Stack direction="row">
          <Button component={Link} variant="contained" to={toPiece(piece.id, 'plan')}>
            To the plan
          </Button>
          <Button sx={{ ml: 'auto' }} onClick={remove}>
            Delete this piece
          </Button>
        </Stack>
      </Stack>
    </Two>
  );
});

/** What the piece is: measures, materials, old finish, age, damage; the drawing beside it. */
export default function Survey() {
  return <Questions piece={usePieceContext().piece} />;
}
