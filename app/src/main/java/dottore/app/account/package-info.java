/**
 * People and sign-in: accounts, roles, lock-out, the first owner, the security of the whole house.
 *
 * <p>What may come in: Who is here and what they may do.
 */
@NullMarked
package dottore.app.account;

import org.jspecify.annotations.NullMarked;
