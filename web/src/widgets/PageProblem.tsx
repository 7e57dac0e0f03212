import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';

/** A page that cannot be shown: what happened, what is safe, what to do. */
export function PageProblem({
  title,
  text,
  onRetry,
}: {
  title: string;
  text: string;
  onRetry?: () => void;
}) {
  return (
    <section className="page-problem" role="alert">
      <h1>{title}</h1>
      <p>{text}</p>
      <p>
        {onRetry === undefined ? null : (
          <Button type="primary" onClick={onRetry}>
            Try again
          </Button>
        )}{' '}
        <Link to="/">Go to Today</Link>
      </p>
    </section>
  );
}

export function NotFoundPage() {
  return (
    <PageProblem
      title="There is no such page"
      text="The address may be mistyped, or what it named was moved. Nothing was lost."
    />
  );
}

// As Chromium, Firefox and Safari put it when a page's own code could not be fetched.
const UNFETCHED = /dynamically imported module|Importing a module script failed/i;

/** For a page that failed while it was drawn or fetched. */
export function FaultPage({ fault }: { fault: unknown }) {
  const text = fault instanceof Error ? fault.message : 'No more is known.';
  if (UNFETCHED.test(text)) return <UnfetchedPage />;
  return (
    <PageProblem
      title="This page failed"
      text={`What was recorded is kept on this tablet or the server. What the page says of itself: ${text}`}
      onRetry={() => globalThis.location.reload()}
    />
  );
}

/** For a page whose code could not be fetched; tries again by itself when the network comes back. */
function UnfetchedPage() {
  const [tried, setTried] = useState(false);
  // Loaded again only once the server answers: a browser without a network would leave the application.
  const again = async () => {
    const answered = await fetch('/healthz').catch(() => null);
    if (answered?.ok === true) globalThis.location.reload();
    else setTried(true);
  };
  useEffect(() => {
    const comesBack = () => void again();
    globalThis.addEventListener('online', comesBack);
    return () => globalThis.removeEventListener('online', comesBack);
  }, []);
  return (
    <PageProblem
      title="This page could not be fetched"
      text={`The server cannot be reached${tried ? ' yet' : ''}. What was recorded is kept here and will be sent; go on where you were, or try again in a moment.`}
      onRetry={() => void again()}
    />
  );
}
