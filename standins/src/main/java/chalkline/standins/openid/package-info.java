/** The campus accounts, as a provider of OpenID Connect. */
package chalkline.standins.openid;
