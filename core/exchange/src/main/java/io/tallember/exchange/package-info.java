/** Handing parts over: STEP and STL. */
package io.tallember.exchange;
