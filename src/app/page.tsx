export default function Page() {
  return <main>Union Press</main>;
}
