import { Button } from 'antd';
import { isRouteErrorResponse, Link, useRouteError } from 'react-router';

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

/** For a page that failed while it was drawn or fetched. */
export function FaultPage() {
  const error = useRouteError();
  const text = isRouteErrorResponse(error)
    ? `${error.status} ${error.statusText}`
    : error instanceof Error
      ? error.message
      : 'No more is known.';
  return (
    <PageProblem
      title="This page failed"
      text={`What was recorded is safe on this tablet or the server. What the page says of itself: ${text}`}
      onRetry={() => globalThis.location.reload()}
    />
  );
}
