/** Paper read by a camera or a scanner: strips that a class holds up, and answer sheets. */
import './capture/strips';
import './capture/sheets';
