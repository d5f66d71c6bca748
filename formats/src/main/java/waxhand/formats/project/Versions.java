package waxhand.formats.project;

import waxhand.formats.FormatException;

/** The version a document says it has. */
final class Versions {
  private Versions() {}

  /**
   * @param newest that this program reads
   * @throws FormatException if it says none, or a newer one: what it means is not known then
   */
  static void check(At root, int newest) throws FormatException {
    At version = root.get("version");
    int told = root.told();
    int is = version.whole(1, Integer.MAX_VALUE, 0);
    if (is == 0) {
      throw new FormatException(
          root.file(),
          "version: "
              + (root.told() > told ? version.quoted() + " is no version" : "it is missing"));
    }
    if (is > newest) {
      throw new FormatException(
          root.file(),
          "made by a newer Wax Hand (version " + is + ", this program reads up to " + newest + ")");
    }
  }
}
