"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { Problem } from "@/core/document";
import { keeper, say, storageProblem } from "@/store";

/** Opens the rig of a link as a copy. The rig is in the part behind #, which stays in this browser. */
export function OpenLink() {
  const router = useRouter();
  const [problems, setProblems] = useState<readonly Problem[]>();
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    keeper()
      .importPacked(decodeURIComponent(location.hash.slice(1)))
      .then(
        (opened) => {
          if (!opened.ok) return setProblems(opened.problems);
          say({ text: `${opened.rig.name} opened as a copy of your own` });
          router.replace(`/rig/${opened.rig.id}/plan`);
        },
        (error: unknown) =>
          setProblems([{ path: "link", message: `could not be stored: ${storageProblem(error)}` }]),
      );
  }, [router]);
  if (!problems)
    return (
      <main className="page">
        <p role="status">Opening the rig of this link…</p>
      </main>
    );
  return (
    <main className="page" role="alert">
      <h1 className="h4">The rig of this link was not opened</h1>
      <ul>
        {problems.slice(0, 5).map(({ path, message }) => (
          <li key={`${path} ${message}`}>
            {path === "link" ? "The link" : path} {message}
          </li>
        ))}
      </ul>
      <p>Nothing was stored.</p>
      <Link className="btn btn-primary" href="/">
        To the shelf
      </Link>
    </main>
  );
}
