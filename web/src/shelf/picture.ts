/** Pictures of projects for the shelf, drawn one after the other with a single renderer. */
import { server } from "../api/client";
import { StageScene } from "../stage/scene";

const WIDTH = 520;
const HEIGHT = 340;
let queue: Promise<unknown> = Promise.resolve();
const kept = new Map<string, string>();

/** A picture of a project as a data address, kept by version and theme. */
export function pictureOf(project: number, version: number, theme: string): Promise<string> {
  const key = `${project} ${version} ${theme}`;
  const found = kept.get(key);
  if (found) return Promise.resolve(found);
  const drawn = queue.then(() => draw(project));
  queue = drawn.catch(() => undefined);
  return drawn.then((picture) => {
    kept.set(key, picture);
    return picture;
  });
}

async function draw(project: number): Promise<string> {
  const { report } = await server.open(project);
  const canvas = document.createElement("canvas");
  canvas.style.cssText = `position:fixed;left:-2000px;width:${WIDTH}px;height:${HEIGHT}px`;
  canvas.setAttribute("aria-hidden", "true");
  document.body.append(canvas);
  const scene = new StageScene(canvas, project);
  try {
    scene.resize();
    scene.view = "apart";
    scene.share = 0.45;
    await scene.show(report);
    return scene.picture();
  } finally {
    scene.dispose();
    canvas.remove();
  }
}
