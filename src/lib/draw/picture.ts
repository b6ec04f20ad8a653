import { LINE_PX, type Labels } from '@haversack/core/draw/labels';

/** A picture to take away: what is drawn with its names on it, as PNG. @throws Error when the browser makes none */
export async function pictureOf(
  drawn: HTMLCanvasElement,
  labels: Labels,
  size: { w: number; h: number }
): Promise<Blob> {
  const sharp = drawn.width / size.w;
  const canvas = document.createElement('canvas');
  canvas.width = drawn.width;
  canvas.height = drawn.height;
  const c = canvas.getContext('2d');
  if (!c) throw new Error('This browser makes no pictures.');
  c.drawImage(drawn, 0, 0);
  c.scale(sharp, sharp);
  const style = getComputedStyle(document.body);
  const colour = (name: string) => style.getPropertyValue(name).trim();
  c.font = `640 12px ${style.fontFamily}`;
  c.textAlign = 'center';
  c.lineJoin = 'round';
  for (const l of labels.placed) {
    c.strokeStyle = colour('--ink2');
    c.lineWidth = 0.8;
    if (l.leader) {
      c.beginPath();
      c.moveTo(l.leader.x1, l.leader.y1);
      c.lineTo(l.leader.x2, l.leader.y2);
      c.stroke();
    }
    l.lines.forEach((line, i) => {
      const [x, y] = [l.box.x + l.box.w / 2, l.box.y + LINE_PX * (i + 1) - 3];
      // a rim of the ground round the letters keeps them legible on anything
      c.strokeStyle = colour('--raise');
      c.lineWidth = 3;
      c.strokeText(line.text, x, y);
      c.fillStyle = colour('--ink');
      c.fillText(line.text, x, y);
    });
  }
  return new Promise((done, fail) =>
    canvas.toBlob((b) => (b ? done(b) : fail(new Error('This browser makes no pictures.'))), 'image/png')
  );
}
