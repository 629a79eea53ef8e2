"use client";

export { Choices, type ChoiceOption } from "./choices";
export { CommitField, QuantityField } from "./fields";
export { DataTable } from "./data-table";
export { DigitFace, LED_CSS, litSegments, type SegmentLight } from "./digit-face";
export { DownloadButton, FileButton, copyText, saveText } from "./files";
export { FindingsCount, FindingsList, SeverityMark } from "./findings";
export { IconButton } from "./icon-button";
export { Meter } from "./meter";
export { PipLogo } from "./pip-logo";
export { StartUp } from "./start-up";
export { StationFrame } from "./station-frame";
export { ThemeSwitch } from "./theme-switch";
export { TrailList } from "./trail-list";
export { faceLights, lightLevel, useSimulation, type SimulationView } from "./use-simulation";
