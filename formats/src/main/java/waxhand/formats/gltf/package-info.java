/** glTF 2.0 and its binary container, GLB. */
package waxhand.formats.gltf;
