import { Shelf } from "@/stations/shelf";

export default function ShelfPage() {
  return <Shelf />;
}
