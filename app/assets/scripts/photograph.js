// A photograph is sent as it is seen: turned as the camera held it, and no larger than anybody looks at it. A phone's picture
// of twelve megapixels goes as one; what the browser cannot read goes as it is, and the shop says what is wrong with it.
const LONGEST_PX = 1800;
const QUALITY = 0.86;
const smaller = async (file) => {
  const image = await createImageBitmap(file, { imageOrientation: "from-image" });
  const share = Math.min(1, LONGEST_PX / Math.max(image.width, image.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(16, Math.round(image.width * share));
  canvas.height = Math.max(16, Math.round(image.height * share));
  canvas.getContext("2d").drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  const blob = await new Promise((done) => canvas.toBlob(done, "image/jpeg", QUALITY));
  return blob && new File([blob], file.name.replace(/\.\w+$/, "") + ".jpg", { type: "image/jpeg" });
};
document.addEventListener("change", async (event) => {
  const field = event.target;
  if (!field.matches?.("input[type=file][data-photograph]") || !field.files[0]) return;
  const button = field.form?.querySelector("button.press");
  if (button) button.disabled = true;
  try {
    const made = await smaller(field.files[0]);
    if (made) {
      const list = new DataTransfer();
      list.items.add(made);
      field.files = list.files;
    }
  } catch {
    // Sent as it is.
  } finally {
    if (button) button.disabled = false;
    field.dataset.turned = "1";
  }
});
