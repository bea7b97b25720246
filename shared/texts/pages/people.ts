import { wordsOf } from '../../text/words'

/** What is said when people sign in and out. */
export const peopleWords = wordsOf({
  'joinLink.codeScanOtherDevice': 'Code to scan with the other device',
  'joinLink.worksOnceAnotherMin': 'Works once, for another {left}:{left2} min',
  'joinLink.linkHasExpiredCreate': 'This link has expired. Create a new one.',
  'joinLink.address': 'Address',
  'joinLink.copyLink': 'Copy the link',
  'joinLink.linkOpensRunGive':
    'The link opens the run. Give a computer its own link and it adds each tethered picture to its take:',
  'joinLink.npxEpiroWatchFolder': "npx epiro watch FOLDER --link '{url}'",
  'joinLink.epiroCanOnlyReached':
    'Epiro can only be reached from this computer. To use a phone in the studio, start it with',
  'joinLink.npmStartListen': 'npm start -- --listen',
  'joinLink.thenRunsOverHttps': '; it then runs over HTTPS on the network.',
  'joinLink.certificateWasMadeComputer':
    'The certificate was made on this computer, so the phone asks once whether to trust it.',
  'memberRow.name': 'Name of {name}',
  'memberRow.role': 'Role of {name}',
  'memberRow.validUntil': ' valid until {linkUntil}',
  'memberRow.cancelLink': 'Cancel the link of {name}',
  'memberRow.cancel': 'cancel',
  'memberRow.createLink': 'Create link for {name}',
  'memberRow.createLink2': 'Create link',
  'memberRow.removeAccess': 'Remove access',
  'memberRow.removeAccess2': 'Remove access for {name}',
  'memberRow.removeAccess3': 'Remove access for {name}?',
  'memberRow.theirDevicesSignedOut': `Their devices are signed out at once, and links made for them or by them stop
    working. Their takes stay in the log under their name.`,
  'memberRow.keepAccess': 'Keep access',
  'signOut.signOut': 'Sign out?',
  'signOut.signingOutRemovesYour': 'Signing out removes your data from this device.',
  'signOut.take': 'take is',
  'signOut.takes': 'takes are',
  'signOut.notSentYetWill': '{queue} {noun} not sent yet and will be lost:',
  'signOut.picture': 'picture is',
  'signOut.pictures': 'pictures are',
  'signOut.notSentYetWill2': '{waiting} {noun} not sent yet and will be lost:',
  'signOut.setUp': 'set-up are',
  'signOut.setUps': 'set-ups are',
  'signOut.it': 'it',
  'signOut.them': 'them',
  'signOut.lastChangesNotSaved':
    'The last changes of {drafts} {noun} not saved yet and will be lost: open {noun2} again to save {noun3}.',
  'signOut.item': 'item',
  'signOut.items': 'items',
  'signOut.lastChangesKitNot':
    'The last changes of {kit} {noun} of kit are not saved yet and will be lost. To save them, open Kit again.',
  'signOut.staySigned': 'Stay signed in',
  'signOut.signOutDiscardChanges': 'Sign out and discard changes',
  'signOut.youStillSigned': 'You are still signed in: {message}',
})
