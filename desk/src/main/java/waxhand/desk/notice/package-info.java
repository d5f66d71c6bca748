/** Errors and news that can be copied and block nothing; progress that can be stopped. */
package waxhand.desk.notice;
