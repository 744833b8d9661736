import { Link } from 'react-router';

export function NotFoundPage() {
  return (
    <main className="p-6">
      <h1>Nothing is at this address</h1>
      <p className="mt-2 text-quiet">The specimen may be on another shelf, or the address cut short.</p>
      <Link to="/" className="action mt-4 inline-block">
        To the shelf
      </Link>
    </main>
  );
}
