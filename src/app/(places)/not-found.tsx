export default function NotFound() {
  return (
    <>
      <h1>Not in the book</h1>
      <p className="quiet">There is nothing at this address. It may have been a mistyped link.</p>
      <a className="line" href="/">
        Go to Today
      </a>
    </>
  );
}
