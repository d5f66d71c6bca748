/** Props to act against: their shapes and where they are, frame by frame. */
package waxhand.core.props;
