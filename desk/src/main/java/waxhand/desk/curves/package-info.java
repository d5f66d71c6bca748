/**
 * Values over time as curves: at flag A behind those at flag B, with regions to select and shift.
 */
package waxhand.desk.curves;
