const two = (number: number): string => String(number).padStart(2, "0");

/** A time of day as people write it: "07:30", or "07:30:05". @param seconds since midnight, within a day */
export function formatDayTime(seconds: number, withSeconds = false): string {
  const whole = Math.floor(seconds);
  const [hours, minutes] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60];
  return [hours, minutes, ...(withSeconds ? [whole % 60] : [])].map(two).join(":");
}

/** Seconds since midnight of a time as people write it; undefined where it is none. */
export function parseDayTime(text: string): number | undefined {
  const [, hours, minutes, seconds = "0"] = /^(\d{1,2}):(\d{2})(?::(\d{2}))?$/.exec(text.trim()) ?? [];
  if (hours === undefined || Number(hours) > 23 || Number(minutes) > 59 || Number(seconds) > 59)
    return undefined;
  return Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds);
}
