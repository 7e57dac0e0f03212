import { PLAIN_ZONE } from '@tidy-quill/core/look';
import { MELANOSOME_FRACTION } from '@tidy-quill/core/optics';
import { Button, Skeleton } from 'antd';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useOnward } from '../../app/use-onward';
import { useDraft } from '../../app/draft';
import { INK_COLOUR_WORDS } from '../../text';
import { simulatedMeter } from '../../instruments/melanin-meter';
import { StageFoot } from '../visit/StageFoot';
import { goToField } from '../../widgets/go-to-field';
import { useVisit } from '../visit/use-visit';
import {
  completeFindings,
  completeInkFindings,
  missingLabels,
  NO_READINGS,
  startingFrom,
  type Looked,
  type Readings,
} from './findings';
import { HairForm, SkinForm, SizeField } from './SubjectForm';
import { coloursOf } from '@tidy-quill/core/ink';
import { MelaninReadings } from './MelaninReadings';
import { CountForm } from '../course/CountForm';
import { WhatChanged } from './WhatChanged';
import { ZoneForm } from './ZoneForm';
import { lazily } from '../../widgets/lazily';

const InkForm = lazily(async () => (await import('./InkForm')).InkForm, <Skeleton active />);
const SkinTypingForm = lazily(async () => (await import('./SkinTypingForm')).SkinTypingForm);
const FadingForm = lazily(async () => (await import('../ink/FadingForm')).FadingForm);
const TattooMap = lazily(async () => (await import('../ink/TattooMap')).TattooMap);

interface Draft extends Looked {
  readonly readings: Readings;
}

/** What is seen on the area: skin and its melanin, hair or ink, the zone itself; and what has changed. */
export function LookStage() {
  const { record, visit, area, add, foundLast, pathOf } = useVisit(
    'record',
    'visit',
    'area',
    'add',
    'foundLast',
    'pathOf',
  );
  const onward = useOnward();
  const navigate = useNavigate();
  const found = record.findings;
  const [looked, setLooked, clearDraft, changed] = useDraft<Draft>(`look ${visit.id} ${area.id}`, {
    ...(found === null
      ? startingFrom(foundLast?.findings ?? null, area.areaCm2)
      : { hair: {}, ...found }),
    readings: NO_READINGS,
  });
  const [typing, setTyping] = useState(false);
  const last = foundLast?.findings.skin;
  const meter = useMemo(() => {
    // What the stand-in finds under its probe: this client's last reading, else the middle of type III.
    const unexposed = last?.unexposedFraction ?? MELANOSOME_FRACTION[last?.type ?? 3];
    return simulatedMeter({ zone: last?.measuredFraction ?? unexposed, unexposed });
  }, [last]);
  const ink = area.job === 'ink';
  const kept = found !== null && !changed;
  const complete = ink ? completeInkFindings(looked) : completeFindings(looked);
  const findings = typeof complete === 'string' ? null : complete;
  const planning = pathOf('plan');
  // What was entered but cannot be is gone to like what is missing.
  const [firstColour] = looked.ink?.colours ?? [];
  const wrong =
    ink && findings === null && firstColour !== undefined
      ? `Share of ${INK_COLOUR_WORDS[firstColour.colour]}`
      : undefined;
  const [lacking = wrong] = missingLabels(looked, ink);
  const asOn = found === null ? (foundLast?.on ?? null) : null;
  const onSkin = (skin: Partial<Draft['skin']>) =>
    setLooked({ ...looked, skin: { ...looked.skin, ...skin } });
  const keep = async () => {
    if (findings === null) return;
    await add({ kind: 'findingsRecorded', findings });
    clearDraft();
    onward(planning);
  };
  return (
    <>
      <WhatChanged last={foundLast} now={findings ?? looked} />
      <div className="stage look">
        <div>
          <SkinForm
            site={area.site}
            skin={looked.skin}
            onSkin={onSkin}
            ofInk={ink}
            asOn={asOn}
            byQuestions={
              <Button size="small" onClick={() => setTyping(true)}>
                {looked.skin.typing === undefined
                  ? 'Find it by questions…'
                  : 'Questions, answered…'}
              </Button>
            }
            melanin={
              <MelaninReadings
                meter={meter}
                readings={looked.readings}
                skin={looked.skin}
                onReadings={(readings, skin) =>
                  setLooked({ ...looked, readings, skin: { ...looked.skin, ...skin } })
                }
                onSkin={onSkin}
              />
            }
          />
          <ZoneForm
            site={area.site}
            job={area.job}
            zone={zoneOf(looked)}
            asOn={asOn}
            onZone={(zone) => setLooked({ ...looked, zone })}
            onArea={(zone, areaCm2) => setLooked({ ...looked, zone, areaCm2 })}
          />
        </div>
        <div>
          {ink ? <FadingForm ink={looked.ink ?? {}} /> : null}
          {ink ? (
            <InkForm
              ink={looked.ink ?? {}}
              asOn={asOn}
              onChange={(next) => setLooked({ ...looked, ink: next })}
            />
          ) : (
            <HairForm
              hair={looked.hair}
              onHair={(hair) => setLooked({ ...looked, hair })}
              measured
              asOn={asOn}
            />
          )}
          {ink ? null : (
            <CountForm hair={looked.hair} onHair={(hair) => setLooked({ ...looked, hair })} />
          )}
          <SizeField
            areaCm2={looked.areaCm2}
            onArea={(areaCm2) =>
              setLooked({ ...looked, areaCm2, zone: { ...zoneOf(looked), measured: null } })
            }
          />
        </div>
      </div>
      {ink ? (
        <TattooMap
          ink={looked.ink ?? {}}
          onInk={(next, areaCm2) => {
            const { parts = [] } = next;
            setLooked({
              ...looked,
              ink: parts.length === 0 ? next : { ...next, colours: coloursOf(parts) },
              ...(areaCm2 === null ? {} : { areaCm2 }),
            });
          }}
        />
      ) : null}
      <StageFoot
        action={
          kept
            ? 'Go to Plan'
            : lacking !== undefined
              ? `Next: ${lacking}`
              : `${asOn === null ? 'Save findings' : 'Confirm findings'}, go to Plan`
        }
        disabled={!kept && lacking === undefined && findings === null}
        onAction={() => {
          if (kept) void navigate(planning);
          else if (lacking === undefined) void keep();
          else goToField(lacking);
        }}
      >
        {kept ? '' : missingText(missingLabels(looked, ink), complete)}
        {record.plan !== null && changed ? ' Keeping this makes the accepted plan stale.' : ''}
      </StageFoot>
      {typing ? (
        <SkinTypingForm
          answers={looked.skin.typing ?? {}}
          onUse={(type, answers) => {
            onSkin({ type, typing: answers });
            setTyping(false);
          }}
          onClose={() => setTyping(false)}
        />
      ) : null}
    </>
  );
}

const zoneOf = ({ zone }: Looked) => zone ?? PLAIN_ZONE;

function missingText(labels: readonly string[], complete: object | string | null): string {
  if (labels.length > 0) return `Still to be found: ${labels.join(', ')}.`;
  return typeof complete === 'string' ? complete : '';
}
