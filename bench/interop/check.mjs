// Validates every GLB of a folder and compares, joint by joint and over time, the world places of
// takes that lie there in several formats under one name (take.bvh and take.glb).
import { readFileSync, readdirSync } from 'node:fs';
import { join, parse } from 'node:path';
import validator from 'gltf-validator';
import { AnimationMixer, Vector3 } from 'three';
import { BVHLoader } from 'three/addons/loaders/BVHLoader.js';
import { GLTFLoader } from 'three/addons/loaders/GLTFLoader.js';

globalThis.self ??= globalThis;
const folder = process.argv[2];
const metres = Number(process.argv[3] ?? 0.01); // of a unit of the BVH files
const WORST_MM = 0.1;
let failures = 0;

function fail(words) {
  failures++;
  console.log('FAILED  ' + words);
}

async function validated(name, bytes) {
  const report = await validator.validateBytes(new Uint8Array(bytes));
  const { numErrors, numWarnings } = report.issues;
  const told = report.issues.messages
    .filter((m) => m.severity < 2)
    .slice(0, 5)
    .map((m) => `${m.code} ${m.pointer ?? ''} ${m.message}`);
  if (numErrors + numWarnings > 0) {
    fail(`${name}: ${numErrors} errors, ${numWarnings} warnings\n  ${told.join('\n  ')}`);
  } else {
    console.log(`valid   ${name}: ${report.info.totalVertexCount} points,`
      + ` ${report.info.animationCount} animations, ${report.issues.numInfos} remarks`);
  }
}

// names as the loader keeps them: it takes spaces and some signs out
const plain = (name) => name.replace(/\s/g, '_').replace(/[\[\].:\/]/g, '');

function places(root, clip, times, scale) {
  const mixer = new AnimationMixer(root);
  mixer.clipAction(clip).play();
  const joints = [];
  root.traverse((o) => {
    if (o.name && o.name !== 'ENDSITE' && !o.isMesh) joints.push(o);
  });
  const all = new Map(joints.map((j) => [plain(j.name), []]));
  const at = new Vector3();
  for (const time of times) {
    mixer.setTime(time);
    root.updateMatrixWorld(true);
    for (const joint of joints) {
      joint.getWorldPosition(at);
      all.get(plain(joint.name)).push(at.x * scale, at.y * scale, at.z * scale);
    }
  }
  return all;
}

async function glb(bytes) {
  const loader = new GLTFLoader();
  const buffer = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length);
  return new Promise((done, wrong) => loader.parse(buffer, '', done, wrong));
}

async function compared(name, bvhBytes, glbBytes) {
  const bvh = new BVHLoader().parse(bvhBytes.toString('utf8'));
  const gltf = await glb(glbBytes);
  const clip = gltf.animations[0];
  const end = Math.min(bvh.clip.duration, clip.duration);
  const times = [];
  for (let n = 0; n <= 40; n++) times.push((end * n) / 40 * 0.999);
  const a = places(bvh.skeleton.bones[0], bvh.clip, times, metres);
  const b = places(gltf.scene, clip, times, 1);
  let worst = 0;
  let where = '';
  let joints = 0;
  for (const [joint, its] of a) {
    const other = b.get(joint);
    if (!other) continue;
    joints++;
    for (let i = 0; i < its.length; i++) {
      const off = 1000 * Math.abs(its[i] - other[i]);
      if (off > worst) {
        worst = off;
        where = joint;
      }
    }
  }
  const words = `${name}: ${joints} joints, worst ${worst.toFixed(4)} mm ${where}`;
  if (joints < 10 || worst > WORST_MM) fail(words);
  else console.log('alike   ' + words);
}

const files = readdirSync(folder).sort();
for (const file of files.filter((f) => f.endsWith('.glb'))) {
  const bytes = readFileSync(join(folder, file));
  await validated(file, bytes);
  const bvh = parse(file).name + '.bvh';
  if (files.includes(bvh)) await compared(parse(file).name, readFileSync(join(folder, bvh)), bytes);
}
console.log(failures === 0 ? 'all well' : `${failures} failed`);
process.exit(failures === 0 ? 0 : 1);
