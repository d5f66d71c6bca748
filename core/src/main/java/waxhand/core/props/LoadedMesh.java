package waxhand.core.props;

/**
 * A mesh from a file.
 *
 * @param file its name
 */
public record LoadedMesh(String file, Mesh mesh) {}
