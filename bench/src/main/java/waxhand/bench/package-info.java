/** JMH benchmarks; docs/benchmarks.md holds their figures and says how to repeat them. */
package waxhand.bench;
