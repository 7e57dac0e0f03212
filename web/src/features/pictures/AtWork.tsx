import { Button } from 'antd';

/** What a picture worker is busy with, how far it is, and a way to leave it. */
export function AtWork({
  word,
  share,
  onStop,
}: {
  word: string;
  /** 0–1; null before anything is known. */
  share: number | null;
  onStop: () => void;
}) {
  return (
    <span className="at-work">
      <span role="status">{word}</span>
      <progress aria-label={word} max={1} {...(share === null ? {} : { value: share })} />
      <Button size="small" onClick={onStop}>
        Leave it
      </Button>
    </span>
  );
}
