import { serve } from "@/server";

export const POST = (request: Request): Promise<Response> => serve("export/code", request);
