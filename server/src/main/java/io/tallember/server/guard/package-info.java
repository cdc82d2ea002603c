/** What stands at the border: who may ask, how much, and how refusals are told. */
package io.tallember.server.guard;
