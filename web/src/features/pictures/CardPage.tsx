import './pictures.css';
import type { CardPrintKept } from '@tidy-quill/contract/card-prints';
import { PRINTED_AS_MEANT, printOn, type LinearRgb } from '@tidy-quill/core/picture';
import { hasRight } from '@tidy-quill/core/access';
import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, shortDay } from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { CardPdfs } from './CardPdfs';
import { useCardPrintsQuery, useKeepCardPrintMutation } from './card-prints-api';
import { MeasurePrint } from './MeasurePrint';
import { PatchTable } from './PatchTable';

/** The card that lies beside the skin: what is to be printed, and what the clinic’s printer makes of it. */
export function CardPage() {
  const { data, error, refetch } = useCardPrintsQuery(undefined, {
    refetchOnMountOrArgChange: true,
  });
  const { staff, clinic } = useSignedIn();
  const [measuring, setMeasuring] = useState(false);
  const [keep, { error: refused }] = useKeepCardPrintMutation();
  if (error !== undefined) {
    return (
      <PageProblem
        title="The picture card cannot be shown"
        text={problemText(error)}
        onRetry={refetch}
      />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  const today = dayOf(new Date().toISOString(), clinic.timeZone);
  const held = printOn(data, today);
  const mine = data.find((each) => each === held && each.misfit !== null) ?? null;
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>Picture card</h1>
          <p>
            <Link to="/devices">Devices</Link> · It lies flat beside the skin and gives a picture
            its scale and its colours. Print it at 100 %, on matt white paper: <CardPdfs />.
          </p>
        </div>
        {hasRight(staff.role, 'draft') && !measuring ? (
          <div className="page-actions">
            {mine === null ? null : (
              <Button
                onClick={() =>
                  void keep({
                    ...{ id: v7(), since: today, misfit: null },
                    greys: PRINTED_AS_MEANT.greys.map(copied),
                    colours: PRINTED_AS_MEANT.colours.map(copied),
                  })
                }
              >
                Use the greys as meant
              </Button>
            )}
            <Button type="primary" onClick={() => setMeasuring(true)}>
              Measure my printer’s greys
            </Button>
          </div>
        ) : null}
      </header>
      {refused === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(refused)}
        </p>
      )}
      {measuring ? (
        <MeasurePrint today={today} onClose={() => setMeasuring(false)} />
      ) : (
        <section>
          <h2>Patches of the card</h2>
          <p>{saysNow(mine, clinic.timeZone)}</p>
          <PatchTable print={mine} />
        </section>
      )}
    </div>
  );
}

const copied = ([red, green, blue]: LinearRgb): [number, number, number] => [red, green, blue];

function saysNow(mine: CardPrintKept | null, timeZone: string): string {
  if (mine === null) {
    return 'No print has been measured: colours are read as if your printer made every patch exactly as meant. Measure a print to correct them.';
  }
  return `Measured by ${mine.by} on ${shortDay(dayOf(mine.at, timeZone))}, in use since ${shortDay(mine.since)}. Pictures go by the print of their own day.`;
}
