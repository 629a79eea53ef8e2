import Link from "next/link";

export default function NotFound() {
  return (
    <main className="container py-5">
      <h1 className="h4">There is nothing at this address</h1>
      <Link className="btn btn-primary" href="/">
        To the shelf
      </Link>
    </main>
  );
}
