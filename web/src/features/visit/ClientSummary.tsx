import './visit.css';
import { AVOIDED, avoidedIn, type InkFinding } from '@tidy-quill/core/look';
import {
  hairDiameterUm,
  lastSessions,
  leadingOn,
  sessionDays,
  stepRule,
  TEST_SPOT_MONTHS,
  wholeSessions,
  workingSkin,
  type HairFinding,
  type PastSession,
} from '@tidy-quill/core/plan';
import { defined, addMonths, daysBetween, fullYears } from '@tidy-quill/core/units';
import { Fragment } from 'react';
import { Link } from 'react-router';
import {
  ADDITION_WORDS,
  areaText,
  AVOIDED_WORDS,
  CALIBRE_WORDS,
  countText,
  dayOf,
  dayText,
  DENSITY_WORDS,
  figure,
  fluenceText,
  fromToday,
  HAIR_COLOUR_WORDS,
  INK_COLOUR_WORDS,
  INK_DENSITY_WORDS,
  INK_ORIGIN_WORDS,
  melaninText,
  momentText,
  nmText,
  pulseText,
  responseText,
  settingText,
  skinTypeText,
  spotText,
  staleLines,
  STEP_WORDS,
  TAN_WORDS,
} from '../../text';
import { Fact, Facts } from '../../widgets/Fact';
import { Notice } from '../../widgets/Notice';
import { useSignedIn } from '../../app/clinic-context';
import { useTrialSide } from '../trials/use-trial-side';
import { Alerts } from './Alerts';
import { CancelVisit } from './CancelVisit';
import { useVisit } from './use-visit';

/** What we know: the memory of the room, in lines that never move about. */
export function ClientSummary() {
  const { client, area, history, record, today, visit } = useVisit(
    'client',
    'area',
    'history',
    'record',
    'today',
    'visit',
  );
  const { timeZone } = useSignedIn().clinic;
  const day = dayOf(visit.startsAt, timeZone);
  const used = record.run.setting ?? record.plan?.setting ?? null;
  return (
    <aside className="client-summary" aria-label="What we know">
      <header>
        <h1>
          <Link to={`/clients/${client.id}`}>
            {client.givenName} {client.familyName}
          </Link>
        </h1>
        <p>
          <span className="figures">{client.reference}</span> · {fullYears(client.birthDate, today)}{' '}
          years · {areaText(area)}
        </p>
        <p>
          Visit of <strong>{momentText(visit.startsAt, timeZone)}</strong>
          {day === today ? ', today' : `, ${fromToday(day, today)}`}
        </p>
      </header>
      {client.alert === '' ? null : <Notice kind="care" title={client.alert} />}
      <Alerts />
      {record.findings === null ? (
        <p className="quiet">
          Skin and {area.job === 'ink' ? 'ink' : 'hair'} of this area are found under Look.
        </p>
      ) : (
        <Found />
      )}
      <LastVisit last={wholeSessions(history).at(-1) ?? null} />
      <Tested />
      {record.plan === null ? null : <Planned />}
      <TrialFact />
      <p className="left-foot">
        {sessionDays(history) === 0
          ? 'First session on this area'
          : `Session ${sessionDays(history) + 1} on this area`}{' '}
        ·{' '}
        <Link
          to={`/incidents/new?visit=${visit.id}${used === null ? '' : `&handpiece=${used.handpieceId}`}`}
          state={
            used === null || record.plan === null
              ? {}
              : { dose: `${nmText(record.plan.wavelengthNm)}, ${settingText(used)}` }
          }
        >
          Report an incident
        </Link>
      </p>
      <CancelVisit />
    </aside>
  );
}

/** Which way the trial works this side, at every stage. */
function TrialFact() {
  const side = useTrialSide();
  if (side === null) return null;
  return (
    <Facts title="Trial">
      <Fact word="This side">
        {side.arm === null ? 'not drawn yet' : side.arm.name}
        {side.deviates ? ', deviating today' : ''}
      </Fact>
    </Facts>
  );
}

/** “56 days before this visit”. */
function earlierVisits(day: string, visitDay: string): string {
  const days = daysBetween(day, visitDay);
  if (days === 0) return 'the same day';
  return `${countText(days, 'day')} before this visit`;
}

function Found() {
  const { record, area } = useVisit('record', 'area');
  const findings = defined(record.findings);
  const working = workingSkin({ site: area.site, skin: findings.skin });
  const { skin, areaCm2, zone } = findings;
  const melanin = melaninText(skin);
  const darker = working.type > skin.type;
  const avoided = zone === undefined ? 0 : avoidedIn(zone);
  return (
    <>
      <Facts title="Skin here">
        <Fact word="Type">
          {skinTypeText(skin.type)}
          {darker ? `, works as ${skinTypeText(working.type)}` : ''}
        </Fact>
        {working.additions.length === 0 ? null : (
          <Fact word="Darker by">
            {working.additions.map((each) => ADDITION_WORDS[each]).join(', ')}
          </Fact>
        )}
        <Fact word="Tan">{TAN_WORDS[skin.tan]}</Fact>
        {melanin === null ? null : <Fact word="Melanin">{melanin}</Fact>}
        {zone === undefined || avoided === 0 ? null : (
          <Fact word="Mask">
            {AVOIDED.filter((what) => zone.avoid[what] > 0)
              .map((what) => `${zone.avoid[what]} ${AVOIDED_WORDS[what]}`)
              .join(', ')}
          </Fact>
        )}
      </Facts>
      {'hair' in findings ? (
        <HairFacts hair={findings.hair} areaCm2={areaCm2} />
      ) : (
        <InkFacts ink={findings.ink} areaCm2={areaCm2} />
      )}
    </>
  );
}

function HairFacts({ hair, areaCm2 }: { hair: HairFinding; areaCm2: number }) {
  return (
    <Facts title="Hair here">
      <Fact word="Colour">{HAIR_COLOUR_WORDS[hair.colour]}</Fact>
      <Fact word="Calibre">
        {CALIBRE_WORDS[hair.calibre]}, {hairDiameterUm(hair)} µm
      </Fact>
      <Fact word="Density">
        {DENSITY_WORDS[hair.density]}
        {hair.hairsPerCm2 === undefined ? '' : `, ${hair.hairsPerCm2} hairs/cm²`}
      </Fact>
      <Fact word="Area">{figure(areaCm2, 0)} cm²</Fact>
    </Facts>
  );
}

function InkFacts({ ink, areaCm2 }: { ink: InkFinding; areaCm2: number }) {
  return (
    <Facts title="Ink here">
      <Fact word="Colours">
        {ink.colours
          .map(({ colour, share }) => `${INK_COLOUR_WORDS[colour]} ${figure(share * 100, 0)} %`)
          .join(', ')}
      </Fact>
      <Fact word="Density">
        {INK_DENSITY_WORDS[ink.density]}
        {ink.layered ? ', ink over ink' : ''}
      </Fact>
      <Fact word="Made">
        {INK_ORIGIN_WORDS[ink.origin]}, {figure(ink.ageYears, 0)} years ago
      </Fact>
      <Fact word="Area">{figure(areaCm2)} cm²</Fact>
    </Facts>
  );
}

function LastVisit({ last }: { last: PastSession | null }) {
  const { catalogue, history, visit } = useVisit('catalogue', 'history', 'visit');
  const { timeZone } = useSignedIn().clinic;
  // Counted to the visit that is open, whenever it is looked at.
  const day = dayOf(visit.startsAt, timeZone);
  if (last === null) return null;
  // Several lights of a day are one session.
  const lights = lastSessions(history);
  const leading = leadingOn(lights);
  return (
    <Facts title={`Last visit, ${dayText(last.on)}, ${earlierVisits(last.on, day)}`}>
      {lights.map((used, index) => {
        const { setting, answer, pulses } = used;
        const handpiece = catalogue.handpieces.find(({ id }) => id === setting.handpieceId);
        return (
          <Fragment key={index}>
            <Fact word="Used">
              {fluenceText(setting)}, {pulseText(setting.pulseMs)}, {spotText(setting.spot)}
            </Fact>
            <Fact word="With">{handpiece?.name ?? 'a handpiece no longer listed'}</Fact>
            {pulses === undefined ? null : <Fact word="Pulses">{figure(pulses, 0)}</Fact>}
            <Fact word="Response">{responseText(answer)}</Fact>
            <Fact word="Pain">{answer.painMax ?? 'not asked'}</Fact>
            {leading.includes(used) ? (
              <Fact word="So now">{STEP_WORDS[stepRule(answer).because]}</Fact>
            ) : null}
          </Fragment>
        );
      })}
    </Facts>
  );
}

/** The newest test spot that decides, and what it says. */
function Tested() {
  const { history, today } = useVisit('history', 'today');
  const last = history.at(-1);
  if (last?.test !== true) return null;
  const { setting, answer } = last;
  return (
    <Facts title={`Test spot, ${dayText(last.on)}, ${fromToday(last.on, today)}`}>
      <Fact word="Decides">
        {fluenceText(setting)}, {pulseText(setting.pulseMs)}
      </Fact>
      <Fact word="So now">{STEP_WORDS[stepRule(answer).because]}</Fact>
      {stepRule(answer).newTestSpot ? null : (
        <Fact word="Holds until">{dayText(addMonths(last.on, TEST_SPOT_MONTHS))}</Fact>
      )}
    </Facts>
  );
}

function Planned() {
  const { record, catalogue } = useVisit('record', 'catalogue');
  const { setting, upperJcm2, expectedPulses } = defined(record.plan);
  const handpiece = catalogue.handpieces.find(({ id }) => id === setting.handpieceId);
  return (
    <Facts title={record.planIsStale ? 'Plan, no longer fits' : 'Plan accepted'}>
      <Fact word="Setting">
        {fluenceText(setting)}, {pulseText(setting.pulseMs)}, {spotText(setting.spot)}
      </Fact>
      <Fact word="With">{handpiece?.name ?? 'a handpiece no longer listed'}</Fact>
      <Fact word="Not above">{figure(upperJcm2)} J/cm²</Fact>
      <Fact word="Pulses">{figure(expectedPulses, 0)}</Fact>
      {record.planIsStale ? (
        <Fact word="Changed">{staleLines(record.stale).join('; ')}</Fact>
      ) : null}
    </Facts>
  );
}
