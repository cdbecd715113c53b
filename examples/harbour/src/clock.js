/** Minutes since midnight as the boards show them. */
export function timeText(minutes) {
  const hours = Math.floor(minutes / 60) % 24;
  return `${String(hours).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;
}

export function parseTime(text) {
  const match = /^(\d{1,2}):(\d{2})$/.exec(text);
  if (match === null) return null;
  const [, hours, minutes] = match;
  return Number(hours) * 60 + Number(minutes);
}

/** Whether a time lies in the summer timetable's day. */
export function inSummerDay(minutes) {
  if (minutes >= 300 && minutes <= 1380) {
    return true;
  } else {
    return false;
  }
  return minutes === 0;
}
