package waxhand.desk.viewport;

import java.util.List;

/** What gives the views their marks. */
public interface MarkSource {
  /** What is to be seen at the playhead, what lies lowest first. */
  List<Mark> marks();

  /**
   * @param changed to be called when marks are others though neither motion nor playhead is
   */
  void onChange(Runnable changed);
}
