/** Where the picture card is printed from. */
export function CardPdfs() {
  return (
    <>
      <a href="/api/picture-card.pdf?kind=pocket">pocket size (PDF)</a>,{' '}
      <a href="/api/picture-card.pdf?kind=a6">A6 (PDF)</a>
    </>
  );
}
