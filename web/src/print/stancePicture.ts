/** A part, or parts printed together, as they would stand on the bed, drawn off screen, one picture after the other. */
import type { Report } from "../api/client";
import { StageScene } from "../stage/scene";

const WIDTH = 300;
const HEIGHT = 220;
let queue: Promise<unknown> = Promise.resolve();

export function stancePicture(
  project: number,
  report: Report,
  matrices: Record<string, number[]>,
): Promise<string> {
  const drawn = queue.then(() => draw(project, report, matrices));
  queue = drawn.catch(() => undefined);
  return drawn;
}

async function draw(
  project: number,
  report: Report,
  matrices: Record<string, number[]>,
): Promise<string> {
  const canvas = document.createElement("canvas");
  canvas.style.cssText = `position:fixed;left:-2000px;width:${WIDTH}px;height:${HEIGHT}px`;
  canvas.setAttribute("aria-hidden", "true");
  document.body.append(canvas);
  const scene = new StageScene(canvas, project);
  try {
    scene.resize();
    await scene.show({
      ...report,
      parts: report.parts.filter((one) => one.name in matrices),
      fits: [],
    });
    for (const [part, matrix] of Object.entries(matrices)) scene.pose(part, matrix);
    scene.frame();
    return scene.picture();
  } finally {
    scene.dispose();
    canvas.remove();
  }
}
