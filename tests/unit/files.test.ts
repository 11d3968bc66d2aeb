import sharp from "sharp";
import { describe, expect, it } from "vitest";
import { cleanPhoto, cleanSignature } from "@/server/files";

const picture = (width: number, height: number, background = "#2a6") =>
  sharp({ create: { width, height, channels: 3, background } });

describe("a photo as it is kept", () => {
  it("is at most 1600 px and never made larger", async () => {
    const large = await sharp((await cleanPhoto(await picture(3000, 1500).jpeg().toBuffer()))!).metadata();
    expect([large.width, large.height, large.format]).toEqual([1600, 800, "jpeg"]);
    const small = await sharp((await cleanPhoto(await picture(320, 200).png().toBuffer()))!).metadata();
    expect([small.width, small.height]).toEqual([320, 200]);
  });

  it("carries no position, no camera and no other words", async () => {
    const taken = await picture(200, 100)
      .jpeg()
      .withExif({
        IFD0: { Make: "Camera of the test", ImageDescription: "Home" },
        IFD3: { GPSLatitudeRef: "N", GPSLatitude: "52/1 22/1 0/1" },
      })
      .toBuffer();
    expect((await sharp(taken).metadata()).exif).toBeDefined();
    const kept = (await cleanPhoto(taken))!;
    const meta = await sharp(kept).metadata();
    expect(meta.exif).toBeUndefined();
    expect(meta.xmp).toBeUndefined();
    expect(kept.includes(Buffer.from("Camera of the test"))).toBe(false);
  });

  it("is turned upright before its turn is forgotten", async () => {
    const sideways = await picture(300, 100).jpeg().withMetadata({ orientation: 6 }).toBuffer();
    const meta = await sharp((await cleanPhoto(sideways))!).metadata();
    expect([meta.width, meta.height, meta.orientation]).toEqual([100, 300, undefined]);
  });

  it.each([
    ["text", Buffer.from("not a picture")],
    ["nothing", Buffer.alloc(0)],
    [
      "a page with a script",
      Buffer.from("<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script>"),
    ],
    ["the first half of a picture", undefined],
  ] as const)("is not taken from %s", async (_, bytes) => {
    const whole = await picture(400, 400).jpeg().toBuffer();
    expect(await cleanPhoto(bytes ?? whole.subarray(0, whole.length / 2))).toBeUndefined();
  });
});

describe("a signature as it is kept", () => {
  it("is a small PNG on white, even when it was drawn on nothing", async () => {
    const drawn = await sharp({
      create: { width: 1440, height: 480, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } },
    })
      .png()
      .toBuffer();
    const kept = (await cleanSignature(drawn))!;
    const { data, info } = await sharp(kept).removeAlpha().raw().toBuffer({ resolveWithObject: true });
    expect([info.width, info.height]).toEqual([900, 300]);
    expect([...data.subarray(0, 3)]).toEqual([255, 255, 255]);
  });

  it("is not taken from words", async () =>
    expect(await cleanSignature(Buffer.from("Imke Vos"))).toBeUndefined());
});
