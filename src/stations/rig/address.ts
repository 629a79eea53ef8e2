import { usePathname } from "next/navigation";

/**
 * Which rig and station the page's address names. Read from the address itself, and not from what the server knew of it:
 * one and the same page serves every rig with the server off.
 */
export function useRigAddress(): { readonly id: string; readonly station: string } {
  const [, , id = "", station = ""] = usePathname().split("/");
  return { id: decodeURIComponent(id), station };
}
