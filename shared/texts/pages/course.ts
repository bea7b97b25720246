import { wordsOf } from '../../text/words'

/** What is said by the course on the practice bench. */
export const courseWords = wordsOf({
  'courseList.course': 'Course',
  'courseList.elevenLessonsEachGives': `Eleven lessons. Each gives you a rig and a question, and lets you try before it
    explains. A lesson is mastered once your answers can hardly be luck.`,
  'courseList.startHere': 'Start here',
  'courseList.continue': 'Continue',
  'courseList.everyonesProgress': 'Everyone’s progress',
  'courseList.coursePerson': 'Course by person',
  'courseList.signedWithoutName': 'Signed in without a name',
  'courseList.masteredAnswers': '{lessons} mastered, {lessons2} answers',
  'courseList.rightWay': '{right} of {goes} right, {share} of the way',
  'goPicture.pictureAnswerWouldHave': 'The picture this answer would have given',
  'goPicture.pictureYourAnswerWould': 'The picture your answer would have given',
  'goPicture.drawingPicture': 'Drawing the picture …',
  'goPicture.setUp': 'The set-up',
})
