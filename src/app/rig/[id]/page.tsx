import { redirect } from "next/navigation";

export default async function RigPage({ params }: { params: Promise<{ id: string }> }) {
  redirect(`/rig/${encodeURIComponent((await params).id)}/plan`);
}
