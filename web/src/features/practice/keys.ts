/** Under which names the answers of the course are kept: as somebody sees it, and as whoever teaches does. */
export const COURSE = ["practice", "course"];
export const TEACHING = ["practice", "teaching"];
